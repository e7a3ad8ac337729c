package chaperone.bench;

import chaperone.core.config.BracedGrammar;
import chaperone.core.config.ConfigTree;
import chaperone.core.config.FlatGrammar;
import chaperone.core.config.Grammar;
import chaperone.core.config.IndentedGrammar;
import chaperone.core.config.JsonGrammar;
import chaperone.core.config.XmlGrammar;
import com.google.re2j.Pattern;
import java.io.StreamTokenizer;
import java.io.StringReader;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import javax.xml.parsers.DocumentBuilderFactory;
import org.xml.sax.InputSource;
import tools.jackson.databind.json.JsonMapper;

/**
 * Reads configurations of 50,000 and 100,000 lines in each grammar, against what everybody has for the like: Jackson's
 * tree for JSON, the JDK's DOM for XML, the JDK's StreamTokenizer for the command languages. Ours keeps every blank.
 */
final class ReadGrammars {
    private static final int LINES = 50_000;
    private static final int RUNS = 15;
    /** Twice the text in at most so many times the time: linear, with room for the memory's caches. */
    static final double MOST_GROWTH = 2.5;

    /** What one grammar took: medians in milliseconds. */
    record Result(String grammar, double ours, double oursTwice, String other, double theirs) {
        double growth() {
            return oursTwice / ours;
        }

        double ratio() {
            return ours / theirs;
        }

        @Override
        public String toString() {
            return String.format(
                    Locale.ROOT,
                    "read %s, %d lines: %.1f ms, %.2f of %s; twice the lines take %.2f times as long (aim: at most %.1f)",
                    grammar,
                    LINES,
                    ours,
                    ratio(),
                    other,
                    growth(),
                    MOST_GROWTH);
        }
    }

    private ReadGrammars() {}

    static List<Result> measure() {
        return List.of(
                one(
                        "indented",
                        new IndentedGrammar("#", 8, 2, List.of()),
                        "StreamTokenizer",
                        ReadGrammars::tokens,
                        i -> i % 3 == 0 ? "port 1/0/" + i : "  text \"berth light " + i + "\"",
                        "",
                        ""),
                one(
                        "braced",
                        new BracedGrammar("/*", "*/", true, 4),
                        "StreamTokenizer",
                        ReadGrammars::tokens,
                        i -> "    sub " + i + " { tag " + i + "; address 192.0.2.1/27; }",
                        "ports {",
                        "}"),
                one(
                        "flat",
                        new FlatGrammar("#", Pattern.compile("^[a-z][a-z-]* \\S")),
                        "StreamTokenizer",
                        ReadGrammars::tokens,
                        i -> "object berth-" + i + " host 192.0.2." + i % 256,
                        "",
                        ""),
                one(
                        "json",
                        new JsonGrammar(),
                        "Jackson's tree",
                        text -> JsonMapper.shared().readTree(text).size(),
                        i -> "  { \"n\" : " + i + ", \"label\" : \"berth light\" },",
                        "[",
                        "  { } ]"),
                one(
                        "xml",
                        new XmlGrammar(),
                        "the JDK's DOM",
                        ReadGrammars::dom,
                        i -> "  <port><name>lan-" + i + "</name></port>",
                        "<ports>",
                        "</ports>"));
    }

    private static Result one(
            String name,
            Grammar grammar,
            String otherName,
            Function<String, Integer> other,
            Function<Integer, String> line,
            String head,
            String foot) {
        String text = text(LINES, line, head, foot);
        String twice = text(2 * LINES, line, head, foot);
        Function<String, Integer> ours = given -> sound(grammar.read(given));
        return new Result(name, median(ours, text), median(ours, twice), otherName, median(other, text));
    }

    private static int sound(ConfigTree tree) {
        if (!tree.problems().isEmpty())
            throw new IllegalStateException("Not read: " + tree.problems().get(0));
        return tree.nodes().size();
    }

    private static String text(int lines, Function<Integer, String> line, String head, String foot) {
        StringBuilder text = new StringBuilder(head).append('\n');
        for (int i = 0; i < lines; i++) text.append(line.apply(i)).append('\n');
        return text.append(foot).append('\n').toString();
    }

    private static double median(Function<String, Integer> reader, String text) {
        double[] times = new double[RUNS];
        int seen = 0;
        for (int i = -RUNS; i < RUNS; i++) {
            long start = System.nanoTime();
            seen += reader.apply(text);
            if (i >= 0) times[i] = (System.nanoTime() - start) / 1e6;
        }
        if (seen == 0) throw new IllegalStateException("Nothing was read");
        Arrays.sort(times);
        return times[RUNS / 2];
    }

    private static int tokens(String text) {
        try {
            StreamTokenizer tokens = new StreamTokenizer(new StringReader(text));
            int count = 0;
            while (tokens.nextToken() != StreamTokenizer.TT_EOF) count++;
            return count;
        } catch (java.io.IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    private static int dom(String text) {
        try {
            return DocumentBuilderFactory.newInstance()
                    .newDocumentBuilder()
                    .parse(new InputSource(new StringReader(text)))
                    .getDocumentElement()
                    .getChildNodes()
                    .getLength();
        } catch (Exception e) {
            throw new IllegalStateException(e);
        }
    }
}
