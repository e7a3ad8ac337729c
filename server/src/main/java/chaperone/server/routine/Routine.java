package chaperone.server.routine;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Copies that are taken on a calendar, or judgings, of devices that are found out each time. */
@Entity
class Routine {
    enum What {
        COPY,
        /** By what is in force. */
        JUDGE
    }

    /** What happens to times at which no server was running. */
    enum Missed {
        MAKE_UP,
        SKIP
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private String rule;
    private String zone;
    private String query;

    /** Names, one a line. */
    private String devices;

    @Enumerated(EnumType.STRING)
    private What what;

    @Enumerated(EnumType.STRING)
    private Missed missed;

    private boolean isOn;
    private @Nullable Instant nextDueAt;
    private String writtenBy;
    private Instant writtenAt;

    @Version
    private long version;

    protected Routine() {}

    Routine(String name) {
        this.name = name;
    }

    long id() {
        return id;
    }

    String name() {
        return name;
    }

    String rule() {
        return rule;
    }

    String zone() {
        return zone;
    }

    String query() {
        return query;
    }

    List<String> devices() {
        return devices.isEmpty() ? List.of() : List.of(devices.split("\n"));
    }

    What what() {
        return what;
    }

    Missed missed() {
        return missed;
    }

    boolean isOn() {
        return isOn;
    }

    Optional<Instant> nextDueAt() {
        return Optional.ofNullable(nextDueAt);
    }

    String writtenBy() {
        return writtenBy;
    }

    Instant writtenAt() {
        return writtenAt;
    }

    /** Due from {@code at} on: what was missed before it was written is not made up. */
    void become(RoutineInput input, String account, Instant at) {
        rule = input.rule().strip();
        zone = input.zone();
        query = input.query().strip();
        devices = String.join("\n", input.devices());
        what = input.what().orElse(What.COPY);
        missed = input.missed();
        isOn = input.on();
        writtenBy = account;
        writtenAt = at;
        dueAfter(at);
    }

    void dueAfter(Instant at) {
        nextDueAt = Rules.read(rule).next(at, Rules.zone(zone)).orElse(null);
    }

    /** How many times it was due from the first until {@code now}, both counted; at most {@code most}. */
    int timesDue(Instant first, Instant now, int most) {
        int times = 1;
        Optional<Instant> next = Rules.read(rule).next(first, Rules.zone(zone));
        while (next.isPresent() && !next.get().isAfter(now) && times < most) {
            times++;
            next = Rules.read(rule).next(next.get(), Rules.zone(zone));
        }
        return times;
    }
}
