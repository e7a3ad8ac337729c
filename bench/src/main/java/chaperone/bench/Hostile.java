package chaperone.bench;

import chaperone.core.compare.Comparison;
import chaperone.core.compare.LayoutDiff;
import chaperone.core.config.ConfigDocument;
import chaperone.core.noise.NoiseMarkedConfig;
import chaperone.core.platform.Platform;
import chaperone.core.platform.Platforms;
import chaperone.core.structure.StructureDiff;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.function.IntFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import tools.jackson.databind.json.JsonMapper;

/**
 * Texts that somebody made to cost much: one line, nothing but quotation marks, blocks that never end. Each is read,
 * compared by lines and by structure, and masked, at one size and at four times that: about four times the time, or
 * something in it grows by the square. Beside it Jackson reads a document of JSON of the same length.
 */
final class Hostile {
    /** Where every bound of the computation has set in; below it the search for the shortest script may still grow. */
    private static final int SIZE = 256 * 1024;

    private static final int TIMES = 4;
    private static final int RUNS = 5;
    /** Four times, with room for the memory's caches and for sorting. */
    private static final double MOST_GROWTH = 7;
    /** Below that a time says nothing about growth. */
    private static final double LEAST_MILLIS = 8;

    private record Case(String name, String platform, IntFunction<String> text) {}

    private static final List<Case> CASES = List.of(
            new Case("braced, quotation marks", "altamont", size -> "\"".repeat(size)),
            new Case("braced, a mark left open on each line", "altamont", size -> "a \"b\n".repeat(size / 5)),
            new Case(
                    "braced, one line of statements",
                    "altamont",
                    size -> numbered(size, "s%d { secret \"k%d\"; t %d; } ")),
            new Case("braced, blocks that never end", "altamont", size -> "a { ".repeat(size / 4)),
            new Case("braced, one list", "altamont", size -> "a [ " + "b ".repeat(size / 2) + "];"),
            new Case("JSON, one line of entries", "pellon", Hostile::json),
            new Case("JSON, open arrays", "pellon", size -> "[".repeat(size)),
            new Case("JSON, one text of escapes", "pellon", size -> "{\"a\":\"" + "\\u0041".repeat(size / 6) + "\"}"),
            new Case("JSON, one number", "pellon", size -> "{\"a\":" + "9".repeat(size) + "}"),
            new Case(
                    "XML, one line of elements",
                    "plain-netconf",
                    size -> "<a>" + numbered(size, "<e><id>%d</id><key>k%d</key><v>%d</v></e>") + "</a>"),
            new Case(
                    "XML, one tag of attributes",
                    "plain-netconf",
                    size -> "<a " + numbered(size, "b%d=\"%d\" ") + "/>"),
            new Case("XML, ampersands", "plain-netconf", size -> "<a>" + "&".repeat(size) + "</a>"),
            new Case("XML, tags that never end", "plain-netconf", size -> "<a>".repeat(size / 3)),
            new Case("indented, one line of words", "corvane", size -> "port " + numbered(size, "w%d ")),
            new Case(
                    "indented, one line of secrets",
                    "corvane",
                    size -> "account a secret " + "account b secret ".repeat(size / 17)),
            new Case("indented, the same line", "corvane", size -> "log-server 198.51.100.20\n".repeat(size / 25)),
            new Case("indented, deep", "corvane", size -> deep(size)),
            new Case("flat, one line", "brisling", size -> "rule 1 " + numbered(size, "o%d,")));

    private Hostile() {}

    public static void main(String[] args) {
        boolean holds = true;
        double yardstick = median(() -> JsonMapper.shared().readTree(json(SIZE * TIMES)));
        System.out.printf(
                Locale.ROOT, "Jackson reads a document of %d KiB in %.1f ms%n", SIZE * TIMES / 1024, yardstick);
        for (Case each : CASES) holds &= measure(each, yardstick);
        if (!holds) System.exit(1);
    }

    private static boolean measure(Case each, double yardstick) {
        double once = median(() -> work(each, SIZE));
        double more = median(() -> work(each, SIZE * TIMES));
        double growth = more / once;
        boolean holds = growth <= MOST_GROWTH || more < LEAST_MILLIS;
        System.out.printf(
                Locale.ROOT,
                "%-40s %8.1f ms, %5.1f of Jackson; four times the text takes %4.1f times as long%s%n",
                each.name(),
                more,
                more / yardstick,
                growth,
                holds ? "" : "  MISSED (aim: at most " + MOST_GROWTH + ")");
        return holds;
    }

    /** All that a page asks of two texts. */
    private static int work(Case each, int size) {
        Platform platform = Platforms.shipped().get(each.platform());
        String text = each.text().apply(size);
        String other = text.replace('1', '7');
        NoiseMarkedConfig before = platform.noise().in(ConfigDocument.read(platform.grammar(), text));
        NoiseMarkedConfig after = platform.noise().in(ConfigDocument.read(platform.grammar(), other));
        int found = Comparison.between(before, after).rows().size();
        found += StructureDiff.between(before, after, platform.structure())
                .differences()
                .size();
        found += LayoutDiff.between(before, after).lineEnds();
        return found
                + platform.secrets()
                        .masked(before.document(), secret -> "")
                        .text()
                        .length();
    }

    private static double median(Runnable work) {
        double[] millis = new double[RUNS];
        for (int i = -2; i < RUNS; i++) {
            long start = System.nanoTime();
            work.run();
            if (i >= 0) millis[i] = (System.nanoTime() - start) / 1e6;
        }
        Arrays.sort(millis);
        return millis[RUNS / 2];
    }

    private static String json(int size) {
        String entries = IntStream.range(0, size / 60)
                .mapToObj(i -> "{\"n\":" + i + ",\"label\":\"berth " + i + "\",\"secret\":\"k" + i + "\"}")
                .collect(Collectors.joining(","));
        return "{\"ports\":[" + entries + "]}";
    }

    private static String numbered(int size, String form) {
        StringBuilder text = new StringBuilder(size + 100);
        for (int i = 0; text.length() < size; i++) text.append(form.replace("%d", Integer.toString(i)));
        return text.toString();
    }

    private static String deep(int size) {
        StringBuilder text = new StringBuilder(size + 100);
        for (int i = 0; text.length() < size; i++)
            text.append(" ".repeat(i % 80)).append("a").append(i).append('\n');
        return text.toString();
    }
}
