package chaperone.server.retention;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Version;

/** How long revisions are kept: those of the newest {@code keepCount}, and those seen within {@code keepDays}. */
@Entity
class RetentionRule {
    static final int ONLY = 1;

    @Id
    private int id;

    private int keepCount;
    private int keepDays;
    private boolean isOn;

    @Version
    private long version;

    protected RetentionRule() {}

    int keepCount() {
        return keepCount;
    }

    int keepDays() {
        return keepDays;
    }

    boolean isOn() {
        return isOn;
    }

    void become(int keepCount, int keepDays, boolean isOn) {
        this.keepCount = keepCount;
        this.keepDays = keepDays;
        this.isOn = isOn;
    }
}
