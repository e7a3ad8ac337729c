package chaperone.core.search;

import chaperone.core.address.AddressRange;
import chaperone.core.config.ConfigDocument;
import chaperone.core.config.ConfigNode;
import chaperone.core.config.ConfigNode.Kind;
import chaperone.core.search.LineCondition.LineWords;
import chaperone.core.search.LineCondition.Words;
import com.google.re2j.Pattern;
import com.google.re2j.PatternSyntaxException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * What somebody looks for in configurations:
 *
 * <pre>
 * vlan 340                     lines that hold this text, in small or capital letters
 * "a text under another"       the same, for a text that would be read otherwise
 * /^route .* via 192/          lines that an expression matches (RE2)
 * vlan 340 under port          statements that hold the text, below one that begins with the other
 * port without text            statements that begin with the one and have nothing below that begins with the other
 * address within 192.0.2.0/24  statements that name an address of a prefix or a range
 * </pre>
 *
 * Linear in the configuration.
 */
public final class LineSearch {
    public static final int LONGEST = 200;
    private static final String UNDER = " under ";
    private static final String WITHOUT = " without ";
    private static final String WITHIN = "address within ";

    private final LineCondition test;

    /** What reading gave: a search, or what is wrong with the words. */
    public sealed interface Outcome {
        record Wanted(LineSearch search) implements Outcome {}

        /** @param message a sentence for whoever wrote it */
        record Mistake(String message) implements Outcome {}
    }

    private LineSearch(LineCondition test) {
        this.test = test;
    }

    public static Outcome read(String said) {
        String text = said.strip();
        if (text.isEmpty()) return new Outcome.Mistake("Say what to look for.");
        if (text.length() > LONGEST)
            return new Outcome.Mistake(
                    "A search has at most " + LONGEST + " characters; these are " + text.length() + ".");
        if (isBetween(text, '/')) return expression(text.substring(1, text.length() - 1));
        if (isBetween(text, '"')) return wanted(new Words(text.substring(1, text.length() - 1)));
        String small = text.toLowerCase(Locale.ROOT);
        if (small.startsWith(WITHIN))
            return within(text.substring(WITHIN.length()).strip());
        int under = small.lastIndexOf(UNDER);
        if (under > 0)
            return wanted(
                    new LineCondition.Under(words(text, 0, under), words(text, under + UNDER.length(), text.length())));
        int without = small.lastIndexOf(WITHOUT);
        if (without > 0)
            return wanted(new LineCondition.Without(
                    words(text, 0, without), words(text, without + WITHOUT.length(), text.length())));
        return wanted(new Words(text));
    }

    private static boolean isBetween(String text, char mark) {
        return text.length() > 2 && text.charAt(0) == mark && text.charAt(text.length() - 1) == mark;
    }

    private static Words words(String text, int start, int end) {
        return new Words(text.substring(start, end).strip());
    }

    private static Outcome wanted(LineCondition test) {
        return new Outcome.Wanted(new LineSearch(test));
    }

    private static Outcome expression(String text) {
        try {
            return wanted(new LineCondition.Expression(Pattern.compile(text)));
        } catch (PatternSyntaxException e) {
            return new Outcome.Mistake("Not an expression: " + e.getDescription() + " at \"" + e.getPattern() + "\".");
        }
    }

    private static Outcome within(String text) {
        AddressRange.Outcome read = AddressRange.read(text);
        if (read instanceof AddressRange.Outcome.Read range)
            return wanted(new LineCondition.Within(range.range(), neededFor(range.range())));
        return new Outcome.Mistake("\"" + text + "\" is neither a prefix nor a range of addresses.");
    }

    /** What addresses of version 4 with the same first numbers have in common, as they are written. */
    private static List<String> neededFor(AddressRange range) {
        String first = range.first().text();
        String last = range.last().text();
        int same = 0;
        while (same < Math.min(first.length(), last.length()) && first.charAt(same) == last.charAt(same)) same++;
        int dot = first.lastIndexOf('.', same - 1);
        // Version 6 is written in many ways.
        return first.indexOf('.') < 0 || dot <= 0 ? List.of() : List.of(first.substring(0, dot + 1));
    }

    /** Texts, in small letters, without all of which a configuration holds nothing that is meant. */
    public List<String> needed() {
        return test.needed();
    }

    /** Whether every configuration that holds what is needed has a hit. */
    public boolean isPlain() {
        return test instanceof Words;
    }

    /** The hits in the order of the lines, at most {@code most}; each line once. */
    public List<Hit> in(ConfigDocument document, int most) {
        Walk walk = new Walk(document, most);
        Optional<LineWords> words = test.ofLines();
        if (words.isPresent()) walk.lines(words.get());
        else walk.statements();
        return walk.hits;
    }

    private final class Walk {
        private final ConfigDocument document;
        private final int most;
        private final List<Hit> hits = new ArrayList<>();
        private final List<ConfigNode> above = new ArrayList<>();

        Walk(ConfigDocument document, int most) {
            this.document = document;
            this.most = most;
        }

        void statements() {
            for (ConfigNode node : document.tree().nodes()) statement(node);
        }

        private void statement(ConfigNode node) {
            if (hits.size() >= most) return;
            boolean isNew = hits.isEmpty() || hits.get(hits.size() - 1).line() < node.line();
            if (node.kind() == Kind.STATEMENT && isNew && test.fits(node, above)) hits.add(hit(node.line(), above));
            above.add(node);
            for (ConfigNode child : node.children()) statement(child);
            above.remove(above.size() - 1);
        }

        /** What stands above a line is looked up only if the line is a hit. */
        void lines(LineWords words) {
            List<Integer> found = new ArrayList<>();
            for (int line = 0; line < document.lineCount() && found.size() < most; line++)
                if (words.fits(document.line(line))) found.add(line);
            if (!found.isEmpty()) place(document.tree().nodes(), found);
        }

        private void place(List<ConfigNode> level, List<Integer> found) {
            for (int line : found) hits.add(hit(line, path(level, line, new ArrayList<>())));
        }

        /** The last statement of each level that begins at the line or before leads to what stands there. */
        private List<ConfigNode> path(List<ConfigNode> level, int line, List<ConfigNode> path) {
            int at = lastFrom(level, line);
            if (at < 0) return path;
            ConfigNode node = level.get(at);
            if (node.line() == line || node.children().isEmpty()) return path;
            if (node.kind() == Kind.STATEMENT) path.add(node);
            return path(node.children(), line, path);
        }

        private static int lastFrom(List<ConfigNode> level, int line) {
            int low = 0;
            int high = level.size() - 1;
            while (low <= high) {
                int middle = (low + high) >>> 1;
                if (level.get(middle).line() <= line) low = middle + 1;
                else high = middle - 1;
            }
            return high;
        }

        private Hit hit(int line, List<ConfigNode> path) {
            return new Hit(
                    line,
                    document.line(line).strip(),
                    path.stream().map(ConfigNode::text).toList());
        }
    }
}
