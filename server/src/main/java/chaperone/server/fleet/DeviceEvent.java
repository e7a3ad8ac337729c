package chaperone.server.fleet;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import java.time.Instant;

/** Something that became different about a device: what it was before, and after. */
@Entity
class DeviceEvent {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @ManyToOne(fetch = FetchType.LAZY)
    private Device device;

    private Instant at;

    @Enumerated(EnumType.STRING)
    private EventKind kind;

    private String object;
    private String before;
    private String after;

    protected DeviceEvent() {}

    /** @param object which part of the device, such as a slot; empty for all of it */
    DeviceEvent(Device device, Instant at, EventKind kind, String object, String before, String after) {
        this.device = device;
        this.at = at;
        this.kind = kind;
        this.object = object;
        this.before = before;
        this.after = after;
    }

    long id() {
        return id;
    }

    Device device() {
        return device;
    }

    Instant at() {
        return at;
    }

    EventKind kind() {
        return kind;
    }

    String object() {
        return object;
    }

    String before() {
        return before;
    }

    String after() {
        return after;
    }
}
