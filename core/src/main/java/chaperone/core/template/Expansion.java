package chaperone.core.template;

import java.util.List;

/** What a template comes to on one device. */
public sealed interface Expansion {

    /** As they would be typed on the device; without empty lines. */
    record Lines(List<String> lines) implements Expansion {
        public Lines {
            lines = List.copyOf(lines);
        }
    }

    record Mistaken(List<Mistake> mistakes) implements Expansion {
        public Mistaken {
            mistakes = List.copyOf(mistakes);
        }
    }
}
