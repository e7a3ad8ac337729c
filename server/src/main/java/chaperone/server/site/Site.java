package chaperone.server.site;

import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** A place with devices: its short word, as device names have it, and its name. It may lie in another one. */
@Entity
public class Site {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String code;
    private String name;

    @ManyToOne(fetch = FetchType.LAZY)
    private @Nullable Site parent;

    protected Site() {}

    public Site(String code, String name) {
        this.code = code;
        this.name = name;
    }

    public long id() {
        return id;
    }

    public String code() {
        return code;
    }

    public String name() {
        return name;
    }

    Optional<Site> parent() {
        return Optional.ofNullable(parent);
    }

    public void become(String name, Optional<Site> parent) {
        this.name = name;
        this.parent = parent.orElse(null);
    }
}
