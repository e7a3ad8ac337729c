package chaperone.server.change;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;

/** What a change does to one device; those of one device are applied in the order in which they were made. */
@Entity
class ChangeEdit {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private long changeId;
    private long deviceId;

    @Enumerated(EnumType.STRING)
    private EditKind kind;

    private byte[] content;
    private String note;
    private String madeBy;
    private Instant madeAt;

    protected ChangeEdit() {}

    ChangeEdit(long change, long device, EditKind kind, byte[] sealed, String note, String by, Instant at) {
        this.changeId = change;
        this.deviceId = device;
        this.kind = kind;
        this.content = sealed.clone();
        this.note = note;
        this.madeBy = by;
        this.madeAt = at;
    }

    long id() {
        return id;
    }

    long change() {
        return changeId;
    }

    long device() {
        return deviceId;
    }

    EditKind kind() {
        return kind;
    }

    byte[] content() {
        return content.clone();
    }

    String note() {
        return note;
    }

    String madeBy() {
        return madeBy;
    }

    Instant madeAt() {
        return madeAt;
    }

    void say(byte[] sealed, String by, Instant at) {
        content = sealed.clone();
        madeBy = by;
        madeAt = at;
    }
}
