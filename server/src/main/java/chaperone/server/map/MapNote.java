package chaperone.server.map;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import java.time.Instant;
import java.util.HashSet;
import java.util.Set;
import org.hibernate.annotations.BatchSize;

/** A note that somebody pinned to the map; new to everybody who has not seen it. */
@Entity
class MapNote {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String site;
    private double x;
    private double y;
    private String text;
    private String writtenBy;
    private Instant writtenAt;

    @ElementCollection
    @CollectionTable(name = "map_note_seen", joinColumns = @JoinColumn(name = "note_id"))
    @Column(name = "account")
    @BatchSize(size = 200)
    private Set<String> seen = new HashSet<>();

    protected MapNote() {}

    /** @param site on whose drawing it is pinned; empty for the one of all sites */
    MapNote(String site, double x, double y, String text, String writtenBy, Instant writtenAt) {
        this.site = site;
        this.x = x;
        this.y = y;
        this.text = text;
        this.writtenBy = writtenBy;
        this.writtenAt = writtenAt;
        seen.add(writtenBy);
    }

    long id() {
        return id;
    }

    String site() {
        return site;
    }

    double x() {
        return x;
    }

    double y() {
        return y;
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
