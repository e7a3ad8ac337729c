package chaperone.server.fleet;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;

/** A place with devices: its short word, as device names have it, and its name. */
@Entity
class Site {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String code;
    private String name;

    protected Site() {}

    Site(String code, String name) {
        this.code = code;
        this.name = name;
    }

    String code() {
        return code;
    }

    String name() {
        return name;
    }
}
