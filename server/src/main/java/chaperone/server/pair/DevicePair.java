package chaperone.server.pair;

import chaperone.server.fleet.Device;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import java.time.Instant;

/** Two devices that back each other up, as somebody has said. */
@Entity
class DevicePair {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @ManyToOne(fetch = FetchType.LAZY)
    private Device first;

    @ManyToOne(fetch = FetchType.LAZY)
    private Device second;

    private String decidedBy;
    private Instant decidedAt;

    protected DevicePair() {}

    DevicePair(Device first, Device second, String decidedBy, Instant decidedAt) {
        this.first = first;
        this.second = second;
        this.decidedBy = decidedBy;
        this.decidedAt = decidedAt;
    }

    Device first() {
        return first;
    }

    Device second() {
        return second;
    }

    Device other(Device one) {
        return first.id() == one.id() ? second : first;
    }

    String decidedBy() {
        return decidedBy;
    }

    Instant decidedAt() {
        return decidedAt;
    }
}
