package chaperone.server.revision;

import chaperone.core.compare.Comparison;
import chaperone.server.origin.PlannedWork;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** A distinct content of a configuration, from its first copy to its last. */
@Entity
public class Revision {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private long deviceId;

    @Enumerated(EnumType.STRING)
    private ConfigKind kind;

    /** Counts from 1 for each device and kind; down from -1 for what stood before the first copy. */
    private int number;

    private byte[] digest;

    /** Digest of the text with its noise set aside: what decides whether a copy is a new revision. */
    private byte[] settledDigest;

    @Enumerated(EnumType.STRING)
    private Origin origin;

    private int lines;

    /** Whether it altered what stood before it, as far as that is known. */
    private boolean follows;

    /** Against the revision before it; all 0 for the first. */
    private int added;

    private int modified;
    private int removed;
    private int moved;

    /** In which parts of the configuration it differs from the revision before it: the first few, as all may see them. */
    private String[] parts = {};

    /** Of how many parts that is. */
    private int partCount;

    /** Of what was done to the revision before it: the same for devices of which the same was altered; empty if nothing. */
    private byte[] deedDigest = {};

    private Instant firstCopyAt;
    private Instant lastCopyAt;

    /** The change that brought it. */
    private @Nullable Long changeNumber;

    /** The rollout that brought it. */
    private @Nullable Long rolloutNumber;

    /** Why it may be only a part of what the device has; empty if it is whole. */
    private String incomplete = "";

    protected Revision() {}

    Revision(long device, ConfigKind kind, int number, byte[] digest, byte[] settledDigest, int lines, Instant at) {
        this.deviceId = device;
        this.kind = kind;
        this.number = number;
        this.digest = digest.clone();
        this.settledDigest = settledDigest.clone();
        this.origin = number == 1 ? Origin.FIRST_COPY : Origin.NOT_PLANNED;
        this.follows = number > 1;
        this.lines = lines;
        this.firstCopyAt = at;
        this.lastCopyAt = at;
    }

    /** One from before {@code first}, of the same configuration. */
    static Revision before(Revision first, byte[] digest, byte[] settledDigest, int lines, Instant at) {
        Revision earlier = new Revision(
                first.deviceId, first.kind, Math.min(0, first.number) - 1, digest, settledDigest, lines, at);
        earlier.origin = Origin.BROUGHT_IN;
        return earlier;
    }

    public long id() {
        return id;
    }

    public int number() {
        return number;
    }

    byte[] digest() {
        return digest.clone();
    }

    Origin origin() {
        return origin;
    }

    public Optional<Long> change() {
        return Optional.ofNullable(changeNumber);
    }

    public Optional<Long> rollout() {
        return Optional.ofNullable(rolloutNumber);
    }

    void broughtBy(PlannedWork work) {
        origin = Origin.PLANNED;
        if (work.kind() == PlannedWork.Kind.CHANGE) changeNumber = work.number();
        else rolloutNumber = work.number();
    }

    int lines() {
        return lines;
    }

    int added() {
        return added;
    }

    int modified() {
        return modified;
    }

    int removed() {
        return removed;
    }

    int moved() {
        return moved;
    }

    ConfigKind kind() {
        return kind;
    }

    long device() {
        return deviceId;
    }

    /** Whether it differs from another in noise alone, as far as noise is known now. */
    boolean settlesLike(Revision other) {
        return Arrays.equals(settledDigest, other.settledDigest);
    }

    void settle(byte[] settled) {
        settledDigest = settled.clone();
    }

    public Instant firstCopyAt() {
        return firstCopyAt;
    }

    Instant lastCopyAt() {
        return lastCopyAt;
    }

    String incomplete() {
        return incomplete;
    }

    void doubt(String reason) {
        incomplete = reason;
    }

    boolean settlesTo(byte[] settled) {
        return Arrays.equals(settledDigest, settled);
    }

    void differsBy(Comparison.Counts counts) {
        added = counts.added();
        modified = counts.modified();
        removed = counts.removed();
        moved = counts.moved();
    }

    void altered(List<String> shown, int count, byte[] deed) {
        parts = shown.toArray(String[]::new);
        partCount = count;
        deedDigest = deed.clone();
    }

    List<String> parts() {
        return List.of(parts);
    }

    int partCount() {
        return partCount;
    }

    void altersWhatStoodBefore(boolean does) {
        follows = does;
    }

    /** It was so at an earlier moment, too. */
    void stoodAlready(Instant at) {
        if (at.isBefore(firstCopyAt)) firstCopyAt = at;
    }

    void seenAgain(Instant at) {
        if (at.isAfter(lastCopyAt)) lastCopyAt = at;
    }
}
