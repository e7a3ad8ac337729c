package chaperone.server.change;

import chaperone.core.change.RunManner;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** An alteration of one or several devices, from its first edit to its end. */
@Entity
public class Change {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String title;
    private String note = "";

    @Enumerated(EnumType.STRING)
    private ChangeState state = ChangeState.DRAFT;

    private String madeBy;
    private Instant madeAt;
    private @Nullable String proposedBy;
    private @Nullable Instant proposedAt;
    private @Nullable String approvedBy;
    private @Nullable Instant approvedAt;
    private byte @Nullable [] digest;
    private boolean savesFirst;
    private boolean allOrNone = true;
    private int atOnce;
    private int stopAfter = 1;
    private String[] deviceOrder = {};
    /** In words, that somebody knows that a device may be lost which nothing would lead back; empty if nobody does. */
    private String acknowledged = "";

    private @Nullable Long undoes;
    private @Nullable Instant endedAt;

    /** When it runs by itself, and by whose word. */
    private @Nullable Instant dueAt;

    private @Nullable String dueBy;
    /** Why it did not run when it was due; empty if nothing was in its way. */
    private String notRun = "";

    @Version
    private long version;

    protected Change() {}

    Change(String title, String by, Instant at, Optional<Long> undoes) {
        this.title = title;
        this.madeBy = by;
        this.madeAt = at;
        this.undoes = undoes.orElse(null);
    }

    /** Its number: people call it {@code C-1}. */
    public long id() {
        return id;
    }

    public String title() {
        return title;
    }

    String note() {
        return note;
    }

    void describe(String title, String note) {
        this.title = title;
        this.note = note;
    }

    public ChangeState state() {
        return state;
    }

    String madeBy() {
        return madeBy;
    }

    Instant madeAt() {
        return madeAt;
    }

    Optional<String> proposedBy() {
        return Optional.ofNullable(proposedBy);
    }

    Optional<Instant> proposedAt() {
        return Optional.ofNullable(proposedAt);
    }

    public Optional<String> approvedBy() {
        return Optional.ofNullable(approvedBy);
    }

    Optional<Instant> approvedAt() {
        return Optional.ofNullable(approvedAt);
    }

    Optional<Long> undoes() {
        return Optional.ofNullable(undoes);
    }

    public Optional<Instant> endedAt() {
        return Optional.ofNullable(endedAt);
    }

    /** Whether lines that a device runs and has not saved are saved before its guard, which would lose them. */
    public boolean savesFirst() {
        return savesFirst;
    }

    void saveFirst(boolean saves) {
        savesFirst = saves;
    }

    public Optional<Instant> dueAt() {
        return Optional.ofNullable(dueAt);
    }

    public Optional<String> dueBy() {
        return Optional.ofNullable(dueBy);
    }

    void due(Instant at, String by) {
        dueAt = at;
        dueBy = by;
        notRun = "";
    }

    void notDue() {
        dueAt = null;
        dueBy = null;
    }

    String notRun() {
        return notRun;
    }

    /** It was due, and something was in its way. */
    void didNotRun(String why) {
        notDue();
        notRun = why;
    }

    String acknowledged() {
        return acknowledged;
    }

    void acknowledge(String words) {
        acknowledged = words;
    }

    /** How it runs. */
    public RunManner manner() {
        return new RunManner(allOrNone, atOnce, stopAfter);
    }

    /** Names of devices in the order in which they are told; those that are not among them come last, by name. */
    public List<String> order() {
        return List.of(deviceOrder);
    }

    void runIn(RunManner manner, List<String> order) {
        allOrNone = manner.isAllOrNone();
        atOnce = manner.atOnce();
        stopAfter = manner.stopAfter();
        deviceOrder = order.toArray(String[]::new);
    }

    /** Whatever was proposed or approved was something else. */
    void backToDraft() {
        state = ChangeState.DRAFT;
        notDue();
        notRun = "";
        proposedBy = null;
        proposedAt = null;
        approvedBy = null;
        approvedAt = null;
        digest = null;
    }

    void propose(String by, Instant at, byte[] preview) {
        state = ChangeState.PROPOSED;
        proposedBy = by;
        proposedAt = at;
        digest = preview.clone();
    }

    void approve(String by, Instant at) {
        state = ChangeState.APPROVED;
        approvedBy = by;
        approvedAt = at;
    }

    void needsNoApproval() {
        state = ChangeState.APPROVED;
    }

    boolean isOf(byte[] preview) {
        return Arrays.equals(digest, preview);
    }

    void running() {
        state = ChangeState.RUNNING;
        notDue();
        notRun = "";
    }

    void ended(ChangeState how, Instant at) {
        state = how;
        notDue();
        if (!how.isOpen()) endedAt = at;
    }
}
