package chaperone.core.template;

import java.util.Optional;

/**
 * Why a template cannot be kept or filled in.
 *
 * @param platform whose text is wrong
 * @param line of that text, from 1
 * @param field that is wrong, or has a wrong value
 */
public record Mistake(Optional<String> platform, Optional<Integer> line, Optional<String> field, String message) {
    static Mistake of(String field, String message) {
        return new Mistake(Optional.empty(), Optional.empty(), Optional.of(field), message);
    }

    static Mistake in(String platform, int line, String message) {
        Optional<Integer> known = line > 0 ? Optional.of(line) : Optional.empty();
        return new Mistake(Optional.of(platform), known, Optional.empty(), message);
    }
}
