package chaperone.core.standard;

import chaperone.core.pattern.QuickPattern;
import com.google.re2j.Matcher;

/** What holds for a block, by the lines in it that speak of it: all of them must keep to it. */
public sealed interface Condition {
    /** The lines that speak of it. */
    QuickPattern line();

    /** Whether a line keeps to it. */
    boolean isKeptBy(Matcher line);

    /** Whether a block without such a line departs. */
    boolean needsALine();

    /** What should be there, for people; empty if nothing should. */
    String words();

    /**
     * A value on a line compares so.
     *
     * @param line its first group is what is compared
     */
    record Compares(QuickPattern line, ValueKind kind, Comparison comparison, String limit) implements Condition {
        @Override
        public boolean isKeptBy(Matcher found) {
            return found.group(1) != null && kind.holds(found.group(1), comparison, limit);
        }

        @Override
        public boolean needsALine() {
            return true;
        }

        @Override
        public String words() {
            return comparison.words() + " " + limit;
        }
    }

    /** One of its lines fits. */
    record HasLine(QuickPattern line) implements Condition {
        @Override
        public boolean isKeptBy(Matcher found) {
            return true;
        }

        @Override
        public boolean needsALine() {
            return true;
        }

        @Override
        public String words() {
            return "a line that fits " + line.pattern();
        }
    }

    /** None of its lines fits. */
    record HasNoLine(QuickPattern line) implements Condition {
        @Override
        public boolean isKeptBy(Matcher found) {
            return false;
        }

        @Override
        public boolean needsALine() {
            return false;
        }

        @Override
        public String words() {
            return "";
        }
    }
}
