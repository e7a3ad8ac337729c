package chaperone.server.noise;

import chaperone.core.noise.Noise;
import com.google.re2j.Pattern;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** A pattern that somebody set aside, for exactly one of a platform, a group or a device. */
@Entity
class NoisePattern {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private @Nullable String platform;
    private @Nullable Long groupId;
    private @Nullable Long deviceId;
    private String name;
    private String pattern;
    private String reason;
    private String madeBy;
    private Instant madeAt;
    private @Nullable String takenBackBy;
    private @Nullable Instant takenBackAt;

    protected NoisePattern() {}

    NoisePattern(Reach reach, Noise.Item item, String pattern, String madeBy, Instant at) {
        this.platform = reach.platform().orElse(null);
        this.groupId = reach.group().orElse(null);
        this.deviceId = reach.device().orElse(null);
        this.name = item.name();
        this.pattern = pattern;
        this.reason = item.reason();
        this.madeBy = madeBy;
        this.madeAt = at;
    }

    /** For which devices a pattern counts: exactly one of the three. */
    record Reach(Optional<String> platform, Optional<Long> group, Optional<Long> device) {}

    long id() {
        return id;
    }

    Reach reach() {
        return new Reach(Optional.ofNullable(platform), Optional.ofNullable(groupId), Optional.ofNullable(deviceId));
    }

    String pattern() {
        return pattern;
    }

    Noise.Item item() {
        return new Noise.Item(name, Pattern.compile(pattern), reason);
    }

    String madeBy() {
        return madeBy;
    }

    Instant madeAt() {
        return madeAt;
    }

    Optional<String> takenBackBy() {
        return Optional.ofNullable(takenBackBy);
    }

    Optional<Instant> takenBackAt() {
        return Optional.ofNullable(takenBackAt);
    }

    void takeBack(String account, Instant at) {
        takenBackBy = account;
        takenBackAt = at;
    }
}
