package chaperone.core.query;

import chaperone.core.answer.Answer;
import chaperone.core.release.ReleaseOrder;
import java.util.List;

/**
 * Which devices are meant. Texts are compared without regard to case.
 *
 * <p>{@link QueryReader} reads it, {@link QueryWriter} writes it so that reading gives the same again, {@link
 * QueryAnswer} tells whether a device is meant.
 */
public sealed interface Query {

    /** Every device: what an empty text means. */
    record Every() implements Query {}

    /** Two parts or more, none of which is itself such a list. */
    record All(List<Query> parts) implements Query {
        public All {
            parts = List.copyOf(parts);
        }
    }

    /** Two parts or more, none of which is itself such a list. */
    record Any(List<Query> parts) implements Query {
        public Any {
            parts = List.copyOf(parts);
        }
    }

    record Not(Query part) implements Query {}

    /** Occurs in the name, address, site, role, model, serial number or release. */
    record Word(String text) implements Query {}

    /** Is one of these; a name or address may have ranges, an empty text stands for none. */
    record Is(Field field, List<String> values) implements Query {
        public Is {
            values = List.copyOf(values);
        }
    }

    /** One of these occurs in it. */
    record Has(Field field, List<String> values) implements Query {
        public Has {
            values = List.copyOf(values);
        }
    }

    /** Release before, or after, another in the order of releases; a device whose release is not known is neither. */
    record Ordered(boolean isBelow, String release) implements Query {
        /** Whether it holds for the release of a device. */
        public boolean holds(String other) {
            int order = ReleaseOrder.INSTANCE.compare(other, release);
            return isBelow ? order < 0 : order > 0;
        }
    }

    record Answered(Field field, List<Answer.Kind> answers) implements Query {
        public Answered {
            answers = List.copyOf(answers);
        }
    }

    /** The moment lies no longer ago than this; what never happened does not. */
    record Within(Field field, Age age) implements Query {}
}
