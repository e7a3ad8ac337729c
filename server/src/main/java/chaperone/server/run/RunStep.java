package chaperone.server.run;

import chaperone.core.change.DeviceEvent;
import chaperone.core.change.DeviceState;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Something that was done on a device: begun before it was carried out, ended after. */
@Entity
class RunStep {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private long lineId;

    @Enumerated(EnumType.STRING)
    private DeviceState state;

    private Instant begunAt;
    private @Nullable Instant endedAt;

    @Enumerated(EnumType.STRING)
    private @Nullable DeviceEvent event;

    private String fact = "";
    private String console = "";

    protected RunStep() {}

    RunStep(long line, DeviceState state, Instant at) {
        this.lineId = line;
        this.state = state;
        this.begunAt = at;
    }

    long id() {
        return id;
    }

    long line() {
        return lineId;
    }

    DeviceState state() {
        return state;
    }

    Instant begunAt() {
        return begunAt;
    }

    Optional<Instant> endedAt() {
        return Optional.ofNullable(endedAt);
    }

    Optional<DeviceEvent> event() {
        return Optional.ofNullable(event);
    }

    String fact() {
        return fact;
    }

    /** What was said and heard, secrets masked. */
    String console() {
        return console;
    }

    void end(DeviceEvent event, String fact, String console, Instant at) {
        this.event = event;
        this.fact = fact;
        this.console = console;
        this.endedAt = at;
    }
}
