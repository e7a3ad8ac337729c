package chaperone.core.standard;

import chaperone.core.pattern.QuickPattern;
import java.util.Optional;

/** What a clause requires of a device, in the words of one family. */
public sealed interface Rule {
    /** Whether it says what should stand in place of what does not. */
    default boolean isRepairable() {
        return true;
    }

    /**
     * Statements that must stand, each where it stands in the text.
     *
     * @param text as the family writes it, with fields such as {@code {{log}}} that each site fills
     * @param among the statements at the top that the text speaks of, beside those that it names; of those, too, {@code EXACT}
     *     takes no other. Left out if the text names all that it speaks of
     */
    record Golden(String text, Manner manner, Optional<QuickPattern> among) implements Rule {
        /** At least these statements. */
        public Golden(String text) {
            this(text, Manner.AT_LEAST, Optional.empty());
        }
    }

    /** How a golden text is held to. */
    enum Manner {
        /** Whatever else there is may stand beside it. */
        AT_LEAST,
        /** In the blocks that it names nothing else may stand. */
        EXACT,
        /** Its statements stand in its order; others may stand between them. */
        IN_ORDER
    }

    /**
     * A statement that must stand: at least one that fits.
     *
     * @param in the statement above, and then one must stand in each of those; left out if that does not matter
     * @param repair the statement that is put where none stands; without it nothing can be repaired
     */
    record Required(QuickPattern statement, Optional<QuickPattern> in, Optional<String> repair) implements Rule {
        @Override
        public boolean isRepairable() {
            return repair.isPresent();
        }
    }

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
     * @param repair the statement that is put where the condition does not hold, in place of the one that it speaks of
     */
    record ForEach(QuickPattern block, Optional<QuickPattern> with, Condition condition, Optional<String> repair)
            implements Rule {
        @Override
        public boolean isRepairable() {
            return repair.isPresent() || !condition.needsALine();
        }
    }

    /** Something that is known of the device as a whole. */
    record Known(Fact fact) implements Rule {
        @Override
        public boolean isRepairable() {
            return false;
        }
    }

    /**
     * A line that stands in what a device answers, or that must not.
     *
     * @param line fits one line of the answer; of a table one row, its cells with blanks between
     */
    record Answer(Asked asked, QuickPattern line, boolean mustStand) implements Rule {
        @Override
        public boolean isRepairable() {
            return false;
        }
    }

    /** What a {@link Known} clause asks. */
    enum Fact {
        RUNNING_IS_SAVED,
        RUNNING_IS_AGREED,
        RELEASE_IS_STANDARD,
        NO_OPEN_ADVISORY
    }
}
