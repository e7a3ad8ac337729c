package chaperone.server.compare;

import chaperone.core.config.ConfigDocument;
import chaperone.core.noise.Noise;
import chaperone.core.platform.Platform;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.noise.NoiseRules;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.problem.ProblemException;
import chaperone.server.revision.ConfigKind;
import chaperone.server.revision.History;
import chaperone.server.secret.SecretMasks;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;

/** Finds what is to be compared. */
@Component
class CompareEnds {
    static final int LONGEST_TEXT = 8 * 1024 * 1024;

    private final Fleet fleet;
    private final History history;
    private final NoiseRules noiseRules;
    private final PlatformRegistry platforms;
    private final SecretMasks masks;

    /**
     * A text, or a configuration of a device.
     *
     * @param kind the running one if left out
     * @param number of the revision; the newest if left out
     * @param asOf in place of a number: the revision that was the newest one at that moment
     */
    record EndInput(
            Optional<@Size(max = LONGEST_TEXT) String> text,
            Optional<@Size(max = 253) String> device,
            Optional<ConfigKind> kind,
            Optional<Integer> number,
            Optional<Instant> asOf) {}

    CompareEnds(Fleet fleet, History history, NoiseRules noiseRules, PlatformRegistry platforms, SecretMasks masks) {
        this.fleet = fleet;
        this.history = history;
        this.noiseRules = noiseRules;
        this.platforms = platforms;
        this.masks = masks;
    }

    /** @param platform how a text is read; a device has its own */
    CompareEnd find(EndInput input, Optional<String> platform, String field) {
        if (input.text().isPresent() == input.device().isPresent()) {
            throw refused("One of a text and a device is needed at \"" + field + "\".");
        }
        if (input.device().isPresent()) {
            ConfigKind kind = input.kind().orElse(ConfigKind.RUNNING);
            Device device = fleet.get(input.device().get());
            return input.number().isEmpty() && input.asOf().isPresent()
                    ? end(device, kind, history.asOf(device, kind, input.asOf().get()))
                    : revision(device, kind, input.number());
        }
        String name = platform.orElseThrow(() -> refused("A text can be read only as a text of some platform."));
        Platform known = platforms.get(name);
        return CompareEnd.of(known, known.noise(), masks, input.text().orElseThrow());
    }

    CompareEnd revision(Device device, ConfigKind kind, Optional<Integer> number) {
        return end(
                device,
                kind,
                number.map(n -> history.get(device, kind, n)).orElseGet(() -> history.newest(device, kind)));
    }

    private CompareEnd end(Device device, ConfigKind kind, History.Text text) {
        return end(
                Optional.of(device.name()),
                Optional.of(kind),
                Optional.of(text.revision().number()),
                platforms.get(device.platform()),
                noiseRules.of(device),
                text.whole());
    }

    private CompareEnd end(
            Optional<String> device,
            Optional<ConfigKind> kind,
            Optional<Integer> number,
            Platform platform,
            Noise noise,
            String text) {
        ConfigDocument document = ConfigDocument.read(platform.grammar(), text);
        return new CompareEnd(device, kind, number, platform, noise, noise.in(document), masks.of(platform, document));
    }

    private static ProblemException refused(String meaning) {
        return new ProblemException(
                HttpStatus.BAD_REQUEST, "compare-end", meaning, "Name a device, or give a text and its platform.");
    }
}
