package chaperone.core.pattern;

import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.List;

/**
 * Letters that stand in every text that a pattern fits, as far as its own text tells without taking it to pieces: what
 * stands outside of alternatives and repetitions, and one of what alternatives at its start begin with.
 *
 * @param starts such a text, or one of its lines, begins with one of these; empty if nobody knows
 * @param anywhere what stands somewhere in it
 */
record RequiredText(List<String> starts, String anywhere) {
    private static final RequiredText NONE = new RequiredText(List.of(), "");

    RequiredText {
        starts = List.copyOf(starts);
    }

    static RequiredText of(Pattern pattern) {
        String text = pattern.pattern();
        boolean isPlain = (pattern.flags() & Pattern.CASE_INSENSITIVE) == 0
                && text.chars().noneMatch(c -> Character.isSurrogate((char) c));
        return isPlain && !text.contains("\\Q") ? new Reader(text).read() : NONE;
    }

    boolean isIn(String text) {
        return (starts.isEmpty() || begins(text)) && (anywhere.isEmpty() || text.contains(anywhere));
    }

    private boolean begins(String text) {
        for (String start : starts) if (text.startsWith(start)) return true;
        // Where ^ fits at the start of every line.
        return text.indexOf('\n') >= 0 && starts.stream().anyMatch(start -> text.contains("\n" + start));
    }

    /** Goes through a pattern's text once, from one run of letters to the next. */
    private static final class Reader {
        private final String text;
        private final StringBuilder run = new StringBuilder();
        private int at;
        private boolean isStart;
        private List<String> starts = List.of();
        private String longest = "";

        Reader(String text) {
            this.text = text;
        }

        RequiredText read() {
            isStart = text.startsWith("^");
            at = isStart ? 1 : 0;
            if (isStart && isQuantified()) skipQuantified();
            while (at < text.length()) {
                if (!readPiece()) return NONE;
            }
            endRun();
            return new RequiredText(starts, starts.equals(List.of(longest)) ? "" : longest);
        }

        /** False if nothing can be told of the whole pattern. */
        private boolean readPiece() {
            char c = text.charAt(at);
            switch (c) {
                case '|' -> {
                    return false;
                }
                case '(' -> {
                    return readGroup();
                }
                case ')' -> at++;
                case '[' -> {
                    at = classEnd(at);
                    return skipQuantified();
                }
                case '.', '^', '$' -> {
                    at++;
                    return skipQuantified();
                }
                case '\\' -> {
                    boolean isLetter = at + 1 < text.length() && !Character.isLetterOrDigit(text.charAt(at + 1));
                    at += 2;
                    if (!isLetter) return skipQuantified();
                    letter(text.charAt(at - 1));
                }
                default -> {
                    at++;
                    letter(c);
                }
            }
            return true;
        }

        private void letter(char c) {
            if (!isQuantified()) {
                run.append(c);
                return;
            }
            // Once or more often: it stands there once at least, but what follows may not follow at once.
            if (text.charAt(at) == '+') run.append(c);
            endRun();
            skipQuantifier();
        }

        private boolean skipQuantified() {
            endRun();
            skipQuantifier();
            return true;
        }

        private boolean isQuantified() {
            return at < text.length() && "*+?{".indexOf(text.charAt(at)) >= 0;
        }

        private void skipQuantifier() {
            while (isQuantified()) at = text.charAt(at) == '{' ? countEnd(at) : at + 1;
        }

        /** Behind the count that opens here; behind the brace alone if it is none and stands for itself. */
        private int countEnd(int open) {
            int i = open + 1;
            while (i < text.length() && (Character.isDigit(text.charAt(i)) || text.charAt(i) == ',')) i++;
            return i < text.length() && text.charAt(i) == '}' ? i + 1 : open + 1;
        }

        /** Goes into a group that stands there once; goes behind any other. */
        private boolean readGroup() {
            int end = groupEnd(at);
            boolean isNamed = text.startsWith("(?P<", at) || text.startsWith("(?<", at);
            boolean isOther = text.startsWith("(?", at) && !text.startsWith("(?:", at) && !isNamed;
            if (end < 0 || isOther) return false;
            int from = isNamed ? text.indexOf('>', at) + 1 : text.startsWith("(?:", at) ? at + 3 : at + 1;
            int after = at;
            at = end + 1;
            boolean isOnce = !isQuantified() && !hasAlternatives(from, end);
            if (!isOnce) {
                boolean isFirst = isStart && run.isEmpty() && !isQuantified();
                endRun();
                if (isFirst) starts = startsOf(from, end);
                return skipQuantified();
            }
            at = Math.max(from, after + 1);
            return true;
        }

        private boolean hasAlternatives(int from, int end) {
            return nextBar(from, end) < end;
        }

        /** What each of the alternatives here begins with; empty if nobody knows that of one. */
        private List<String> startsOf(int from, int end) {
            List<String> all = new ArrayList<>();
            for (int at = from; at <= end; ) {
                int bar = nextBar(at, end);
                List<String> some =
                        new Reader("^" + text.substring(at, bar)).read().starts();
                if (some.isEmpty()) return List.of();
                all.addAll(some);
                at = bar + 1;
            }
            return all;
        }

        /** Where the next bar stands that is in no group or class; {@code end} if there is none. */
        private int nextBar(int from, int end) {
            for (int i = from; i < end; i++) {
                char c = text.charAt(i);
                if (c == '|') return i;
                if (c == '\\') i++;
                else if (c == '[') i = classEnd(i) - 1;
                else if (c == '(') i = Math.max(i, groupEnd(i));
            }
            return end;
        }

        /** Where the group that opens here is closed; -1 if it is not. */
        private int groupEnd(int open) {
            int depth = 0;
            for (int i = open; i < text.length(); i++) {
                char c = text.charAt(i);
                if (c == '\\') i++;
                else if (c == '[') i = classEnd(i) - 1;
                else if (c == '(') depth++;
                else if (c == ')' && --depth == 0) return i;
            }
            return -1;
        }

        /** Behind the class that opens here. A bracket that comes first in it is one of its letters. */
        private int classEnd(int open) {
            int i = open + 1;
            if (i < text.length() && text.charAt(i) == '^') i++;
            if (i < text.length() && text.charAt(i) == ']') i++;
            while (i < text.length() && text.charAt(i) != ']') {
                if (text.charAt(i) == '\\') i++;
                else if (text.startsWith("[:", i) && text.indexOf(":]", i) > 0) i = text.indexOf(":]", i) + 1;
                i++;
            }
            return Math.min(text.length(), i + 1);
        }

        private void endRun() {
            if (isStart && !run.isEmpty()) starts = List.of(run.toString());
            if (run.length() > longest.length()) longest = run.toString();
            run.setLength(0);
            isStart = false;
        }
    }
}
