package chaperone.server.fleet;

import chaperone.core.answer.FourAnswers;
import chaperone.core.platform.Facts;
import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.hibernate.annotations.BatchSize;
import org.jspecify.annotations.Nullable;

/** A device of the fleet: where it is, what it is, and when it was last copied. */
@Entity
public class Device {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private String host;
    private int port;
    private String platform;

    @ManyToOne(fetch = FetchType.LAZY)
    private @Nullable Site site;

    private String role;
    private String model;
    private String serial;
    private String release;
    private long credentialSetId;
    private Instant addedAt;
    private @Nullable Instant lastTriedAt;
    private @Nullable Instant lastCopyAt;
    private @Nullable String lastFailure;
    private @Nullable Instant changedAt;
    private @Nullable Boolean savedEqualsRunning;
    private boolean telnetAllowed;

    @ElementCollection
    @CollectionTable(name = "device_tag", joinColumns = @JoinColumn(name = "device_id"))
    @Column(name = "tag")
    @BatchSize(size = 500)
    private Set<String> tags = new HashSet<>();

    @Version
    private long version;

    protected Device() {}

    Device(String host, int port, String platform, long credentialSet, Instant addedAt) {
        this.host = host;
        this.port = port;
        this.platform = platform;
        this.credentialSetId = credentialSet;
        this.addedAt = addedAt;
        this.name = host + ":" + port;
        this.role = "";
        this.model = "";
        this.serial = "";
        this.release = "";
    }

    public long id() {
        return id;
    }

    public String name() {
        return name;
    }

    public String host() {
        return host;
    }

    public int port() {
        return port;
    }

    public String platform() {
        return platform;
    }

    Optional<Site> site() {
        return Optional.ofNullable(site);
    }

    public String siteName() {
        return site().map(Site::name).orElse("");
    }

    public String role() {
        return role;
    }

    String model() {
        return model;
    }

    String serial() {
        return serial;
    }

    String release() {
        return release;
    }

    public long credentialSet() {
        return credentialSetId;
    }

    Instant addedAt() {
        return addedAt;
    }

    Optional<Instant> lastTriedAt() {
        return Optional.ofNullable(lastTriedAt);
    }

    Optional<Instant> lastCopyAt() {
        return Optional.ofNullable(lastCopyAt);
    }

    Optional<String> lastFailure() {
        return Optional.ofNullable(lastFailure);
    }

    Optional<Instant> changedAt() {
        return Optional.ofNullable(changedAt);
    }

    boolean isTelnetAllowed() {
        return telnetAllowed;
    }

    void allowTelnet(boolean allowed) {
        telnetAllowed = allowed;
    }

    /** In the order of the alphabet. */
    List<String> tags() {
        return tags.stream().sorted().toList();
    }

    void tag(Collection<String> more, Collection<String> less) {
        tags.removeAll(less);
        tags.addAll(more);
    }

    void use(long credentialSet) {
        credentialSetId = credentialSet;
    }

    FourAnswers answers(Instant now) {
        return FourAnswers.of(
                new FourAnswers.Known(lastCopyAt(), lastFailure != null, Optional.ofNullable(savedEqualsRunning)), now);
    }

    void place(Optional<Site> site, String role) {
        this.site = site.orElse(null);
        this.role = role;
    }

    /** What the device says of itself; a fact that it does not tell stays as it was. */
    public void know(Facts facts) {
        name = facts.name().orElse(name);
        model = facts.model().orElse(model);
        serial = facts.serial().orElse(serial);
        release = facts.release().orElse(release);
    }

    public void copied(Instant at, boolean hasChanged, Optional<Boolean> savedEqualsRunning) {
        lastTriedAt = at;
        lastCopyAt = at;
        lastFailure = null;
        this.savedEqualsRunning = savedEqualsRunning.orElse(null);
        if (hasChanged) changedAt = at;
    }

    /** @param outcome the word for what went wrong */
    public void copyFailed(Instant at, String outcome) {
        lastTriedAt = at;
        lastFailure = outcome;
    }
}
