package chaperone.server.reading;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Duration;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** How often the devices of a group are looked at between copies; without a group, all that no other plan has. */
@Entity
class ReadingPlan {
    static final int LAST = 1_000_000;

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private int position;
    private @Nullable Long groupId;
    private int everyMinutes;
    private int fullAfterHours;
    private int tablesEveryMinutes;
    private int judgedWithinHours = 50;
    private boolean isOn;

    @Version
    private long version;

    protected ReadingPlan() {}

    ReadingPlan(int position, long group) {
        this.position = position;
        this.groupId = group;
    }

    long id() {
        return id;
    }

    int position() {
        return position;
    }

    Optional<Long> group() {
        return Optional.ofNullable(groupId);
    }

    Duration every() {
        return Duration.ofMinutes(everyMinutes);
    }

    /** A whole copy is taken after this time even if the quick check sees no change. */
    Duration fullAfter() {
        return Duration.ofHours(fullAfterHours);
    }

    /** How old tables may be before they are read anew, whether or not anything else has moved. */
    Duration tablesEvery() {
        return Duration.ofMinutes(tablesEveryMinutes);
    }

    /** Of a device that was not seen for longer it is not known whether it keeps to anything. */
    Duration judgedWithin() {
        return Duration.ofHours(judgedWithinHours);
    }

    void judgedWithin(int hours) {
        judgedWithinHours = hours;
    }

    boolean isOn() {
        return isOn;
    }

    void become(int everyMinutes, int fullAfterHours, int tablesEveryMinutes, boolean isOn) {
        this.tablesEveryMinutes = tablesEveryMinutes;
        this.everyMinutes = everyMinutes;
        this.fullAfterHours = fullAfterHours;
        this.isOn = isOn;
    }
}
