package chaperone.server.map;

import static java.util.Objects.requireNonNull;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import java.time.Instant;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
import org.hibernate.annotations.BatchSize;
import org.jspecify.annotations.Nullable;

/** A note that somebody pinned to the map; new to everybody who has not seen it. */
@Entity
class MapNote {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String site;
    private double x;
    private double y;

    @Enumerated(EnumType.STRING)
    private MapPlace.@Nullable Kind pinnedKind;

    private @Nullable String pinnedName;
    private String text;
    private String writtenBy;
    private Instant writtenAt;

    @ElementCollection
    @CollectionTable(name = "map_note_seen", joinColumns = @JoinColumn(name = "note_id"))
    @Column(name = "account")
    @BatchSize(size = 200)
    private Set<String> seen = new HashSet<>();

    protected MapNote() {}

    /**
     * Where a note is.
     *
     * @param site on whose drawing it is pinned; empty for the one of all sites
     * @param x from the middle of the thing that it is pinned to, or of the drawing; y likewise
     */
    record Spot(String site, double x, double y, Optional<MapPlace.Key> pinnedTo) {}

    MapNote(Spot spot, String text, String writtenBy, Instant writtenAt) {
        this.site = spot.site();
        this.x = spot.x();
        this.y = spot.y();
        this.pinnedKind = spot.pinnedTo().map(MapPlace.Key::kind).orElse(null);
        this.pinnedName = spot.pinnedTo().map(MapPlace.Key::name).orElse(null);
        this.text = text;
        this.writtenBy = writtenBy;
        this.writtenAt = writtenAt;
        seen.add(writtenBy);
    }

    long id() {
        return id;
    }

    Spot spot() {
        return new Spot(
                site,
                x,
                y,
                Optional.ofNullable(pinnedName).map(name -> new MapPlace.Key(requireNonNull(pinnedKind), name)));
    }

    String text() {
        return text;
    }

    String writtenBy() {
        return writtenBy;
    }

    Instant writtenAt() {
        return writtenAt;
    }

    boolean isNewTo(String account) {
        return !seen.contains(account);
    }

    void seenBy(String account) {
        seen.add(account);
    }
}
