package chaperone.server.edit;

import chaperone.server.audit.AuditNote;
import chaperone.server.credential.CredentialSets;
import chaperone.server.edit.FleetEdits.Edit;
import chaperone.server.edit.FleetEdits.Move;
import chaperone.server.edit.FleetEdits.Said;
import chaperone.server.event.Events;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.DeviceReach;
import chaperone.server.fleet.DeviceReach.Reach;
import chaperone.server.fleet.DevicesPlacedEvent;
import chaperone.server.fleet.Fleet;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.problem.ProblemException;
import chaperone.server.site.Site;
import chaperone.server.site.SiteRepository;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Alters what people say of devices, for many of them at once. */
@Service
class FleetEdit {
    private static final Logger LOG = LoggerFactory.getLogger(FleetEdit.class);

    private final Fleet fleet;
    private final DeviceReach reach;
    private final PlatformRegistry platforms;
    private final SiteRepository sites;
    private final CredentialSets credentials;
    private final Events events;
    private final ApplicationEventPublisher publisher;
    private final FleetEdits edits;

    /**
     * What becomes different; what is absent stays.
     *
     * @param site the name of one that exists, or an empty text for none
     */
    record Wish(
            Optional<String> site,
            Optional<String> role,
            Optional<Long> credentialSet,
            List<String> addTags,
            List<String> removeTags,
            WishedReach reach) {
        String inWords(CredentialSets credentials) {
            List<String> parts = new ArrayList<>();
            site.ifPresent(name -> parts.add("site \"" + name + "\""));
            role.ifPresent(name -> parts.add("role \"" + name + "\""));
            credentialSet
                    .map(set -> "log-in by \"" + credentials.get(set).name() + "\"")
                    .ifPresent(parts::add);
            reach.port().ifPresent(port -> parts.add("port " + port));
            reach.platform().ifPresent(name -> parts.add("platform \"" + name + "\""));
            reach.telnetAllowed().ifPresent(is -> parts.add(is ? "Telnet allowed (unsafe)" : "no Telnet"));
            if (!addTags.isEmpty()) parts.add("tags " + String.join(", ", addTags));
            if (!removeTags.isEmpty()) parts.add("without tags " + String.join(", ", removeTags));
            return String.join(", ", parts);
        }
    }

    /** How the devices are reached and read from now on. */
    record WishedReach(Optional<Integer> port, Optional<String> platform, Optional<Boolean> telnetAllowed) {
        Reach of(Device device) {
            return new Reach(
                    port.orElse(device.port()),
                    platform.orElse(device.platform()),
                    telnetAllowed.orElse(device.isTelnetAllowed()));
        }
    }

    FleetEdit(
            Fleet fleet,
            DeviceReach reach,
            PlatformRegistry platforms,
            SiteRepository sites,
            CredentialSets credentials,
            Events events,
            ApplicationEventPublisher publisher,
            FleetEdits edits) {
        this.publisher = publisher;
        this.edits = edits;
        this.fleet = fleet;
        this.reach = reach;
        this.platforms = platforms;
        this.sites = sites;
        this.credentials = credentials;
        this.events = events;
    }

    /**
     * All of them or none.
     *
     * @return the number by which it can be undone
     * @throws ProblemException if a device, the site or the credential set is not there
     */
    @Transactional
    long apply(List<String> names, Wish wish, String account) {
        Optional<Site> site = wish.site().filter(name -> !name.isEmpty()).map(this::site);
        wish.credentialSet().ifPresent(credentials::get);
        wish.reach().platform().ifPresent(platforms::get);
        List<Move> moves = new ArrayList<>();
        for (Device device : fleet.choose(names)) {
            Said before = Said.of(device);
            if (wish.site().isPresent() || wish.role().isPresent()) {
                device.place(
                        wish.site().isPresent() ? site : device.site(),
                        wish.role().orElse(device.role()));
            }
            wish.credentialSet().ifPresent(device::use);
            device.tag(wish.addTags(), wish.removeTags());
            reach.change(device, wish.reach().of(device));
            moves.add(new Move(device.id(), before, Said.of(device)));
        }
        AuditNote.add(wish.inWords(credentials) + " for " + names.size() + ": " + String.join(" ", names));
        LOG.info("{} edited {} devices: {}", account, names.size(), wish);
        events.fleetMoved();
        publisher.publishEvent(
                new DevicesPlacedEvent(moves.stream().map(Move::device).toList()));
        return edits.add(account, wish.inWords(credentials), moves);
    }

    /** @param left names of devices of which some part was edited again since, or cannot be as it was any more */
    record Undone(int devices, List<String> left) {}

    /**
     * Gives every device back what it was before, but for what somebody has edited again meanwhile.
     *
     * @throws ProblemException if there is no such edit, or it was undone already
     */
    @Transactional
    Undone undo(long id, String account) {
        Edit edit = edits.find(id).orElseThrow(() -> ProblemException.notFound("edit", id));
        AuditNote.add(edit.words());
        if (!edits.markUndone(id, account)) {
            throw new ProblemException(
                    HttpStatus.CONFLICT, "undone", "This edit was undone already.", "Load the page again.");
        }
        List<Move> moves = edits.moves(id);
        List<String> left = new ArrayList<>();
        for (Move move : moves) {
            fleet.find(move.device())
                    .filter(device -> !giveBack(device, move))
                    .ifPresent(device -> left.add(device.name()));
        }
        LOG.info("{} undid edit {} of {} devices", account, id, moves.size());
        events.fleetMoved();
        publisher.publishEvent(
                new DevicesPlacedEvent(moves.stream().map(Move::device).toList()));
        return new Undone(moves.size(), left);
    }

    /** @return whether the device is in all things as it was before the edit */
    private boolean giveBack(Device device, Move move) {
        Said now = Said.of(device);
        if (now.site().equals(move.after().site())) {
            Optional<Site> site = move.before().site().flatMap(sites::findById);
            if (site.isPresent() == move.before().site().isPresent()) device.place(site, device.role());
        }
        if (now.role().equals(move.after().role()))
            device.place(device.site(), move.before().role());
        boolean isSameSet = now.credentialSet() == move.after().credentialSet();
        if (isSameSet && credentials.isThere(move.before().credentialSet())) {
            device.use(move.before().credentialSet());
        }
        reachAgain(device, move.before().reach(), move.after().reach());
        device.tag(
                without(move.before().tags(), move.after().tags()),
                without(move.after().tags(), move.before().tags()));
        return Said.of(device).equals(move.before());
    }

    /** Each for itself: that another device is at the old place by now keeps nothing else from being as it was. */
    private void reachAgain(Device device, Reach before, Reach after) {
        Reach now = Reach.of(device);
        if (now.telnetAllowed() == after.telnetAllowed())
            reachIfFree(device, new Reach(now.port(), now.platform(), before.telnetAllowed()));
        boolean isPlatformThere =
                platforms.current().all().stream().anyMatch(each -> each.name().equals(before.platform()));
        if (isPlatformThere && now.platform().equals(after.platform()))
            reachIfFree(device, new Reach(now.port(), before.platform(), device.isTelnetAllowed()));
        if (now.port() == after.port())
            reachIfFree(device, new Reach(before.port(), device.platform(), device.isTelnetAllowed()));
    }

    private void reachIfFree(Device device, Reach wanted) {
        try {
            reach.change(device, wanted);
        } catch (ProblemException e) {
            LOG.info("{} is left where it is: {}", device.name(), e.getMessage());
        }
    }

    private static List<String> without(List<String> all, List<String> less) {
        return all.stream().filter(each -> !less.contains(each)).toList();
    }

    private Site site(String name) {
        return sites.named(name)
                .orElseThrow(() -> new ProblemException(
                        HttpStatus.NOT_FOUND,
                        "not-found",
                        "There is no site \"" + name + "\".",
                        "Choose one that the fleet has, or bring a device in with the new site first."));
    }
}
