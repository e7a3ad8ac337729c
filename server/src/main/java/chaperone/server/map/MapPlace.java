package chaperone.server.map;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;

/** Where somebody has put a site or a device on the map. */
@Entity
class MapPlace {
    @EmbeddedId
    private Key key;

    private double x;
    private double y;

    enum Kind {
        SITE,
        DEVICE
    }

    @Embeddable
    record Key(@Enumerated(EnumType.STRING) Kind kind, String name) {}

    protected MapPlace() {}

    MapPlace(Key key, double x, double y) {
        this.key = key;
        this.x = x;
        this.y = y;
    }

    Kind kind() {
        return key.kind();
    }

    String name() {
        return key.name();
    }

    double x() {
        return x;
    }

    double y() {
        return y;
    }
}
