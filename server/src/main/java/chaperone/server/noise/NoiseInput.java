package chaperone.server.noise;

import chaperone.core.noise.Noise;
import chaperone.server.problem.ProblemException;
import com.google.re2j.Pattern;
import com.google.re2j.PatternSyntaxException;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;

/**
 * A pattern that somebody wants to set aside.
 *
 * @param platform exactly one of the three says for which devices
 */
public record NoiseInput(
        Optional<@Size(max = 40) String> platform,
        Optional<@Size(max = 60) String> group,
        Optional<@Size(max = 253) String> device,
        @NotBlank @Size(max = 80) String name,
        @NotBlank @Size(max = 1000) String pattern,
        @NotNull @Size(max = 500) String reason) {
    /** Lines of no language: what sets something aside in one of them would do so everywhere. */
    private static final List<String> ANY_LINES = List.of("", "what nobody writes");

    /** @throws ProblemException if it is no pattern, or one that would set every line aside */
    public Noise.Item item() {
        Pattern compiled = compiled();
        Noise.Item item = new Noise.Item(name, compiled, reason.isBlank() ? "set aside by hand" : reason);
        Noise alone = new Noise(List.of(item));
        if (ANY_LINES.stream().anyMatch(line -> alone.isIn(line))) {
            throw refused("It fits every line: nothing would count any more.", "pattern");
        }
        return item;
    }

    private Pattern compiled() {
        try {
            return Pattern.compile(pattern);
        } catch (PatternSyntaxException e) {
            throw refused("Not a pattern: " + e.getDescription() + " at \"" + e.getPattern() + "\".", "pattern");
        }
    }

    private static ProblemException refused(String meaning, String field) {
        return new ProblemException(
                HttpStatus.UNPROCESSABLE_CONTENT,
                "noise-pattern",
                meaning,
                "Nothing was kept. Mend the pattern and try again.",
                Map.of("field", field));
    }
}
