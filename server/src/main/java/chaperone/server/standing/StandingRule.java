package chaperone.server.standing;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Duration;
import java.time.Instant;

/** What becomes of drift on some devices, how long after their last edit, and on how many in an hour. */
@Entity
public class StandingRule {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private int place;

    /** Empty for all devices. */
    private String query;

    @Enumerated(EnumType.STRING)
    private StandingDeed deed;

    private int delayMinutes;
    private int perHour;
    private boolean isOff;
    private String madeBy;
    private Instant madeAt;

    @Version
    private long version;

    protected StandingRule() {}

    StandingRule(String name) {
        this.name = name;
    }

    void says(StandingRules.Saying saying) {
        query = saying.query();
        deed = saying.deed();
        delayMinutes = saying.delayMinutes();
        perHour = saying.perHour();
        isOff = saying.isOff();
    }

    /** Whoever wrote it last answers for it. */
    void writtenBy(String account, Instant at) {
        madeBy = account;
        madeAt = at;
    }

    void standAt(int place) {
        this.place = place;
    }

    long id() {
        return id;
    }

    String name() {
        return name;
    }

    int place() {
        return place;
    }

    String query() {
        return query;
    }

    StandingDeed deed() {
        return deed;
    }

    Duration delay() {
        return Duration.ofMinutes(delayMinutes);
    }

    int delayMinutes() {
        return delayMinutes;
    }

    int perHour() {
        return perHour;
    }

    boolean isOff() {
        return isOff;
    }

    String madeBy() {
        return madeBy;
    }

    Instant madeAt() {
        return madeAt;
    }
}
