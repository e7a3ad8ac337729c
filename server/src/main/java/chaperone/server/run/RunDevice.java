package chaperone.server.run;

import chaperone.core.change.Decision;
import chaperone.core.change.DeviceEvent;
import chaperone.core.change.DeviceState;
import chaperone.core.change.RunTable;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** How far a run has come on one device, what it started from and what it shall come to. */
@Entity
class RunDevice {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private long runId;
    private long deviceId;
    private int position;

    @Enumerated(EnumType.STRING)
    private DeviceState state = DeviceState.WAITING;

    @Enumerated(EnumType.STRING)
    private Decision decision = Decision.OPEN;

    /** Sealed, like the promise. */
    private byte[] base;

    private byte[] promise;
    private byte @Nullable [] kept;
    private int commands;
    private String fact = "";
    private @Nullable Instant guardUntil;
    private @Nullable Instant probedFrom;
    private int breaks;

    @Version
    private long version;

    protected RunDevice() {}

    RunDevice(long run, long device, int position, byte[] base, byte[] promise, int commands) {
        this.runId = run;
        this.deviceId = device;
        this.position = position;
        this.base = base.clone();
        this.promise = promise.clone();
        this.commands = commands;
    }

    long id() {
        return id;
    }

    long run() {
        return runId;
    }

    long device() {
        return deviceId;
    }

    DeviceState state() {
        return state;
    }

    /** What is decided on it. */
    Decision decision() {
        return decision;
    }

    void decide(Decision made) {
        decision = made;
    }

    byte[] base() {
        return base.clone();
    }

    byte[] promise() {
        return promise.clone();
    }

    /** Sealed; absent as long as nothing is kept. */
    Optional<byte[]> kept() {
        return Optional.ofNullable(kept).map(byte[]::clone);
    }

    void keeps(byte[] sealed) {
        kept = sealed.clone();
    }

    int commands() {
        return commands;
    }

    /** What is to be known of its state, in words without secrets. */
    String fact() {
        return fact;
    }

    /** When its guard will have undone everything, unless it is taken off. */
    Optional<Instant> guardUntil() {
        return Optional.ofNullable(guardUntil);
    }

    void guarded(Optional<Instant> until) {
        guardUntil = until.orElse(null);
    }

    /** Since when nobody knows what stands there. */
    Optional<Instant> probedFrom() {
        return Optional.ofNullable(probedFrom);
    }

    /** How often it was not known. */
    int breaks() {
        return breaks;
    }

    boolean mayHappen(DeviceEvent event) {
        return RunTable.find(state, event, decision).isPresent();
    }

    void happened(DeviceEvent event, String what, Instant at) {
        DeviceState next = RunTable.next(state, event, decision);
        if (next == DeviceState.PROBING && state != DeviceState.PROBING) probedFrom = at;
        if (next != DeviceState.PROBING) probedFrom = null;
        if (state == DeviceState.PROBING && next != DeviceState.PROBING) breaks++;
        // Of one that is stuck it is worth knowing when its guard will lead it back.
        if (next.isFinal() && next != DeviceState.STUCK) guardUntil = null;
        state = next;
        if (!what.isEmpty()) fact = what;
    }
}
