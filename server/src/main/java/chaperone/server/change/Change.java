package chaperone.server.change;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Arrays;
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
    private @Nullable Long undoes;
    private @Nullable Instant endedAt;

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

    Optional<Instant> endedAt() {
        return Optional.ofNullable(endedAt);
    }

    /** Whether lines that a device runs and has not saved are saved before its guard, which would lose them. */
    public boolean savesFirst() {
        return savesFirst;
    }

    void saveFirst(boolean saves) {
        savesFirst = saves;
    }

    /** Whatever was proposed or approved was something else. */
    void backToDraft() {
        state = ChangeState.DRAFT;
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
    }

    void ended(ChangeState how, Instant at) {
        state = how;
        if (!how.isOpen()) endedAt = at;
    }
}
