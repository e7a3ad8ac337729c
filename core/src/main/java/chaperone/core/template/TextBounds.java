package chaperone.core.template;

import java.util.Optional;

/**
 * What a text must not hold, since the engine would take too long to read it or would show its insides. One pass over the
 * text.
 */
final class TextBounds {
    private static final int DEEPEST_BRACKETS = 8;
    private static final int DEEPEST_TAGS = 8;
    private static final int LONGEST_PART = 2_000;
    private static final String INSIDE = "int3rpr3t3r";

    private TextBounds() {}

    static Optional<Mistake> check(String platform, String text) {
        int tags = 0;
        int at = 0;
        while (true) {
            int begin = text.indexOf('{', at);
            if (begin < 0 || begin + 1 >= text.length()) return Optional.empty();
            char kind = text.charAt(begin + 1);
            if (kind != '{' && kind != '%') {
                at = begin + 1;
                continue;
            }
            int end = text.indexOf(kind == '{' ? "}}" : "%}", begin + 2);
            String part = text.substring(begin + 2, end < 0 ? text.length() : end);
            if (kind == '%') tags += tag(part);
            Optional<String> problem = problem(part, tags);
            if (problem.isPresent()) return Optional.of(Mistake.in(platform, line(text, begin), problem.get()));
            if (end < 0) return Optional.empty();
            at = end + 2;
        }
    }

    private static Optional<String> problem(String part, int tags) {
        if (part.contains(INSIDE)) return Optional.of("this name is not allowed here");
        if (part.length() > LONGEST_PART) return Optional.of("it is longer than " + LONGEST_PART + " characters");
        if (depth(part) > DEEPEST_BRACKETS) return Optional.of("its brackets are nested too deeply");
        return tags > DEEPEST_TAGS ? Optional.of("its blocks are nested too deeply") : Optional.empty();
    }

    private static int line(String text, int at) {
        return 1 + (int) text.chars().limit(at).filter(c -> c == '\n').count();
    }

    private static int tag(String part) {
        String word = (part.startsWith("-") ? part.substring(1) : part).strip();
        if (word.startsWith("end")) return -1;
        return word.startsWith("if") || word.startsWith("for") || word.startsWith("unless") ? 1 : 0;
    }

    private static int depth(String part) {
        int depth = 0;
        int deepest = 0;
        for (char c : part.toCharArray()) {
            if (c == '(' || c == '[' || c == '{') deepest = Math.max(deepest, ++depth);
            if (c == ')' || c == ']' || c == '}') depth--;
        }
        return deepest;
    }
}
