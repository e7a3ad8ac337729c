package chaperone.core.template;

import com.google.re2j.Pattern;
import java.util.Optional;

/**
 * An input of a template.
 *
 * @param name as the texts use it
 * @param label what it is, for people; its name if it is empty
 * @param fallback the value if nobody gives one
 * @param isPerDevice whether each device has a value of its own
 */
public record Field(String name, Kind kind, String label, Optional<String> fallback, boolean isPerDevice) {
    private static final Pattern NAME = Pattern.compile("[a-z][a-z0-9_]{0,39}");

    /** What may be filled in. */
    public enum Kind {
        TEXT("text"),
        NUMBER("a whole number"),
        ADDRESS("an address"),
        PREFIX("a prefix, such as 192.0.2.0/27"),
        /** Some of the ports that a device has; the texts see them as a list of names. */
        PORTS("ports of the device");

        private final String words;

        Kind(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    static boolean isName(String name) {
        return NAME.matches(name);
    }
}
