package chaperone.server.map;

import chaperone.core.table.Links;
import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.fleet.Fleet.Standing;
import chaperone.server.fleet.FourAnswers;
import chaperone.server.pair.Pairs;
import chaperone.server.problem.ProblemException;
import chaperone.server.removal.RemovalKind;
import chaperone.server.removal.Removals;
import chaperone.server.removal.Removed;
import jakarta.validation.Valid;
import jakarta.validation.constraints.DecimalMax;
import jakarta.validation.constraints.DecimalMin;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The map: what stands where, how it is linked, what is pinned to it. */
@RestController
@RequestMapping("/api/map")
class MapController {
    private final Network network;
    private final Pairs pairs;
    private final MapPlaceRepository places;
    private final MapNoteRepository notes;
    private final Clock clock;
    private final Removals removals;

    MapController(
            Network network,
            Pairs pairs,
            MapPlaceRepository places,
            MapNoteRepository notes,
            Clock clock,
            Removals removals) {
        this.removals = removals;
        this.pairs = pairs;
        this.network = network;
        this.places = places;
        this.notes = notes;
        this.clock = clock;
    }

    record MapDevice(String name, String site, String role, String model, FourAnswers answers) {
        static MapDevice of(Standing device) {
            return new MapDevice(device.name(), device.site(), device.role(), device.model(), device.answers());
        }
    }

    record MapLink(String near, String nearPort, String far, String farPort, boolean toldByBoth) {
        static MapLink of(Links.Link link) {
            return new MapLink(
                    link.near().device(),
                    link.near().port(),
                    link.far().device(),
                    link.far().port(),
                    link.toldByBoth());
        }
    }

    /** In the drawing's own units; the middle of the drawing is 0, 0. */
    record PlaceView(
            @NotNull MapPlace.Kind kind,
            @NotBlank @Size(max = 253) String name,
            @DecimalMin("-20000") @DecimalMax("20000") double x,
            @DecimalMin("-20000") @DecimalMax("20000") double y) {}

    /** A site or a device of the drawing. */
    record ThingOnMap(
            @NotNull MapPlace.Kind kind,
            @NotBlank @Size(max = 253) String name) {
        static ThingOnMap of(MapPlace.Key key) {
            return new ThingOnMap(key.kind(), key.name());
        }

        MapPlace.Key key() {
            return new MapPlace.Key(kind, name);
        }
    }

    /** @param x from the middle of what it is pinned to, or else of the drawing; y likewise */
    record NoteView(
            long id,
            String site,
            double x,
            double y,
            Optional<ThingOnMap> pinnedTo,
            String text,
            String writtenBy,
            Instant writtenAt,
            boolean isNew) {}

    /** Two devices that back each other up, as somebody has confirmed. */
    record MapPair(String first, String second) {}

    /** @param leading links to names that are not in the fleet */
    record MapView(
            List<MapDevice> devices,
            List<MapPair> pairs,
            List<MapLink> links,
            List<MapLink> leading,
            List<PlaceView> places,
            List<NoteView> notes) {}

    record PlacesInput(@NotEmpty @Size(max = 1000) List<@Valid PlaceView> places) {}

    /** @param site empty for the drawing of all sites; the place is told as it is of a {@link NoteView} */
    record NoteInput(
            @NotNull @Size(max = 100) String site,
            @DecimalMin("-20000") @DecimalMax("20000") double x,
            @DecimalMin("-20000") @DecimalMax("20000") double y,
            Optional<@Valid ThingOnMap> pinnedTo,
            @NotBlank @Size(max = 1000) String text) {
        MapNote.Spot spot() {
            return new MapNote.Spot(site, x, y, pinnedTo.map(ThingOnMap::key));
        }
    }

    @GetMapping
    @Transactional(readOnly = true)
    public MapView map(Principal principal) {
        List<Standing> devices = network.devices();
        Links.Found links = network.links(devices);
        return new MapView(
                devices.stream().map(MapDevice::of).toList(),
                pairs.all().stream()
                        .map(pair -> new MapPair(pair.first(), pair.second()))
                        .toList(),
                links.known().stream().map(MapLink::of).toList(),
                links.leading().stream().map(MapLink::of).toList(),
                places.findAll().stream()
                        .map(place -> new PlaceView(place.kind(), place.name(), place.x(), place.y()))
                        .toList(),
                notes.findAllByOrderById().stream()
                        .map(note -> view(note, principal.getName()))
                        .toList());
    }

    private static NoteView view(MapNote note, String account) {
        return new NoteView(
                note.id(),
                note.spot().site(),
                note.spot().x(),
                note.spot().y(),
                note.spot().pinnedTo().map(ThingOnMap::of),
                note.text(),
                note.writtenBy(),
                note.writtenAt(),
                note.isNewTo(account));
    }

    @Audited("arranged the map")
    @PutMapping("/places")
    @Transactional
    public Removed arrange(@Valid @RequestBody PlacesInput input, Principal principal) {
        List<String> names = input.places().stream()
                .map(place -> place.kind() + " " + place.name())
                .toList();
        String moved = names.size() == 1 ? input.places().get(0).name() : names.size() + " moved";
        AuditNote.add(names.size() + " moved");
        Removed before = removals.keep(RemovalKind.MAP_MOVE, moved, principal.getName(), Map.of("names", names));
        input.places()
                .forEach(place ->
                        places.save(new MapPlace(new MapPlace.Key(place.kind(), place.name()), place.x(), place.y())));
        return before;
    }

    /** Back to the places that the drawing finds by itself. */
    @Audited("forgot how the map was arranged")
    @DeleteMapping("/places")
    @Transactional
    public Removed forget(Principal principal) {
        Removed before = removals.keep(RemovalKind.MAP_PLACES, "all places", principal.getName(), Map.of());
        places.deleteAllInBatch();
        return before;
    }

    @Audited("pinned a note to the map")
    @PostMapping("/notes")
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public NoteView pin(@Valid @RequestBody NoteInput input, Principal principal) {
        String text = input.text().strip();
        AuditNote.add(text);
        MapNote note = new MapNote(input.spot(), text, principal.getName(), clock.instant());
        return view(notes.save(note), principal.getName());
    }

    /** Each reader for themselves: a note that was seen is not new any more. */
    @Audited("read a note on the map")
    @PostMapping("/notes/{id}/seen")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Transactional
    public void seen(@PathVariable long id, Principal principal) {
        find(id).seenBy(principal.getName());
    }

    @Audited("took a note off the map")
    @DeleteMapping("/notes/{id}")
    @Transactional
    public Removed unpin(@PathVariable long id, Principal principal) {
        MapNote note = find(id);
        AuditNote.add(note.text());
        Removed removed = removals.keep(RemovalKind.MAP_NOTE, note.text(), principal.getName(), Map.of("id", id));
        notes.delete(note);
        return removed;
    }

    private MapNote find(long id) {
        return notes.findById(id).orElseThrow(() -> ProblemException.notFound("note", id));
    }
}
