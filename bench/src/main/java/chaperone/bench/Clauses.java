package chaperone.bench;

import chaperone.core.change.ConfigModel;
import chaperone.core.config.ConfigBytes;
import chaperone.core.pattern.QuickPattern;
import chaperone.core.platform.Platform;
import chaperone.core.platform.Platforms;
import chaperone.core.standard.Clause;
import chaperone.core.standard.Clause.Binding;
import chaperone.core.standard.Comparison;
import chaperone.core.standard.Condition;
import chaperone.core.standard.Judge;
import chaperone.core.standard.Rule;
import chaperone.core.standard.Standing;
import chaperone.core.standard.ValueKind;
import chaperone.core.standard.Verdict;
import com.google.re2j.Pattern;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * 200 clauses of three kinds over 2,000 configurations of 1,000 lines, in one thread: from the stored bytes to verdicts with
 * evidence. Beside it ripgrep in one thread, which looks for the same 200 patterns in the same texts as files and prints the
 * lines that it finds, with their numbers; it knows nothing of blocks and compares no numbers. Exit 1 if the aim is missed.
 */
public final class Clauses {
    private static final int CLAUSES = 200;
    private static final int CONFIGS = 2_000;
    private static final int LINES = 1_000;
    private static final int RUNS = 7;
    private static final double MOST = 2.0;

    private final List<Clause> clauses = new ArrayList<>();
    private final List<String> patterns = new ArrayList<>();

    private Clauses() {
        for (int i = 0; i < CLAUSES; i++) {
            if (i % 3 == 0) golden(i / 3);
            else if (i % 3 == 1) forbidden(i / 3);
            else forEach(i / 3);
        }
    }

    public static void main(String[] args) throws Exception {
        Clauses bench = new Clauses();
        List<byte[]> texts = new ArrayList<>();
        Path folder = Files.createTempDirectory("chaperone-bench");
        for (int i = 0; i < CONFIGS; i++) {
            byte[] text = text(i).getBytes(StandardCharsets.UTF_8);
            texts.add(text);
            Files.write(folder.resolve("switch-" + i + ".conf"), text);
        }
        Path patterns = Files.write(Files.createTempFile("chaperone-bench", ".patterns"), bench.patterns);
        double[] theirs = new double[RUNS];
        double[] ours = new double[RUNS];
        long departures = 0;
        bench.judge(texts);
        // By turns, so that both meet the same machine.
        for (int i = 0; i < RUNS; i++) {
            long start = System.nanoTime();
            ripgrep(patterns, folder);
            long between = System.nanoTime();
            departures = bench.judge(texts);
            theirs[i] = (between - start) / 1e6;
            ours[i] = (System.nanoTime() - between) / 1e6;
        }
        double ratio = median(ours) / median(theirs);
        System.out.printf(
                Locale.ROOT,
                "%d clauses over %d configurations of %d lines: %.0f ms (%.1f ms each; aim: under 50), %d departures; ripgrep, one thread: %.0f ms;"
                        + " ratio %.2f (aim: at most %.0f)%s%n",
                CLAUSES,
                CONFIGS,
                LINES,
                median(ours),
                median(ours) / CONFIGS,
                departures,
                median(theirs),
                ratio,
                MOST,
                ratio <= MOST ? "" : "  MISSED");
        System.exit(ratio <= MOST ? 0 : 1);
    }

    private static String text(int seed) {
        ConfigPair pair = ConfigPair.of(LINES - 30, 10, seed);
        StringBuilder text = new StringBuilder("name switch-" + seed + "\n");
        for (int i = 0; i < 14; i++)
            text.append("log-server 192.0.2.").append(i + seed % 3).append('\n');
        for (int i = 0; i < 15; i++)
            text.append("vlan ").append(300 + i).append(" \"berth ").append(i).append("\"\n");
        return text + pair.beforeText();
    }

    private void golden(int i) {
        clauses.add(clause("golden-" + i, new Rule.Golden("log-server 192.0.2." + i)));
        patterns.add("^log-server 192\\.0\\.2\\." + i + "$");
    }

    /** Every other one may stand anywhere in a line. */
    private void forbidden(int i) {
        String pattern = i % 2 == 0 ? "^account mate-" + i + " " : "\"(crane|winch) [0-9]*" + i + "\"$";
        clauses.add(clause(
                "forbidden-" + i, new Rule.Forbidden(QuickPattern.of(Pattern.compile(pattern)), Optional.empty())));
        patterns.add(pattern);
    }

    private void forEach(int i) {
        String with = "^member vlan " + (300 + 3 * i) + "$";
        clauses.add(clause(
                "for-each-" + i,
                new Rule.ForEach(
                        QuickPattern.of(Pattern.compile("^port ")),
                        Optional.of(QuickPattern.of(Pattern.compile(with))),
                        new Condition.Compares(
                                QuickPattern.of(Pattern.compile("^flood-limit (\\d+)$")),
                                ValueKind.NUMBER,
                                Comparison.AT_MOST,
                                "15"),
                        Optional.of("flood-limit 5"))));
        patterns.add("^ *" + with.substring(1));
    }

    private static Clause clause(String tag, Rule rule) {
        return new Clause(tag, "measured", Binding.ADVISE, rule);
    }

    private long judge(List<byte[]> texts) {
        Platform corvane = Platforms.shipped().get("corvane");
        ConfigModel model = ConfigModel.of(corvane, corvane.noise());
        long departures = 0;
        for (byte[] text : texts) {
            Judge judge = new Judge(ConfigBytes.decode(text), model, Map.of(), Standing.UNKNOWN);
            for (Clause clause : clauses) {
                Verdict verdict = judge.verdict(clause);
                departures += verdict.evidence().size();
            }
        }
        return departures;
    }

    private static void ripgrep(Path patterns, Path folder) throws IOException, InterruptedException {
        Path out = Files.createTempFile("chaperone-bench", ".out");
        Process process = new ProcessBuilder(
                        "rg", "--threads", "1", "--line-number", "--file", patterns.toString(), folder.toString())
                .redirectOutput(out.toFile())
                .redirectError(ProcessBuilder.Redirect.INHERIT)
                .start();
        int code = process.waitFor();
        if (code != 0) throw new IOException("rg answered " + code);
        Files.delete(out);
    }

    private static double median(double[] times) {
        double[] sorted = times.clone();
        Arrays.sort(sorted);
        return sorted[sorted.length / 2];
    }
}
