package chaperone.core.standard;

import chaperone.core.pattern.QuickPattern;
import java.util.Optional;

/** What a clause requires of a configuration, in the words of one family. */
public sealed interface Rule {

    /**
     * Statements that must stand, each where it stands in the text; whatever else there is may stand beside them.
     *
     * @param text as the family writes it, with fields such as {@code {{log}}} that each site fills
     */
    record Golden(String text) implements Rule {}

    /**
     * A statement that must not stand.
     *
     * @param in the statement above; left out if that does not matter
     */
    record Forbidden(QuickPattern statement, Optional<QuickPattern> in) implements Rule {}

    /**
     * Something that holds for each block of a kind.
     *
     * @param block the block's own statement
     * @param with a statement that a block must hold to be meant; left out for all of them
     * @param value its first group is the number that is compared
     * @param repair the statement that is put where the condition does not hold
     */
    record ForEach(
            QuickPattern block,
            Optional<QuickPattern> with,
            QuickPattern value,
            Comparison comparison,
            long limit,
            String repair)
            implements Rule {}

    /** How a number is compared; {@code AT_MOST} and its kin do not hold where nothing says a number. */
    enum Comparison {
        AT_MOST("at most"),
        AT_LEAST("at least"),
        EXACTLY("exactly");

        private final String words;

        Comparison(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }

        boolean holds(long number, long limit) {
            return switch (this) {
                case AT_MOST -> number <= limit;
                case AT_LEAST -> number >= limit;
                case EXACTLY -> number == limit;
            };
        }
    }
}
