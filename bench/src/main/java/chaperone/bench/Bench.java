package chaperone.bench;

import chaperone.core.compare.LineDiff;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.openjdk.jmh.results.RunResult;
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.OptionsBuilder;
import org.openjdk.jmh.runner.options.TimeValue;
import org.openjdk.jmh.runner.options.VerboseMode;

/** Runs the measurements of docs/performance.md and prints them as ratios; exit 1 if one misses its aim. */
public final class Bench {
    private static final int GIT_RUNS = 31;

    private final Path before;
    private final Path after;
    private boolean missed;

    private Bench(Path before, Path after) {
        this.before = before;
        this.after = after;
    }

    public static void main(String[] args) throws Exception {
        Path folder = Files.createTempDirectory("chaperone-bench");
        ConfigPair pair = ConfigPair.of(CompareCore.LINES, CompareCore.EDITS, CompareCore.SEED);
        Bench bench = new Bench(
                Files.writeString(folder.resolve("before.conf"), pair.beforeText()),
                Files.writeString(folder.resolve("after.conf"), pair.afterText()));
        bench.speed();
        bench.length(pair);
        for (ReadGrammars.Result result : ReadGrammars.measure()) {
            boolean holds = result.growth() <= ReadGrammars.MOST_GROWTH;
            bench.missed |= !holds;
            System.out.println(result + (holds ? "" : "  MISSED"));
        }
        System.exit(bench.missed ? 1 : 0);
    }

    private void speed() throws IOException, InterruptedException, RunnerException {
        double git = median(
                GIT_RUNS,
                "git",
                "--no-pager",
                "diff",
                "--no-index",
                "--histogram",
                before.toString(),
                after.toString());
        System.out.printf(
                Locale.ROOT, "git diff --no-index --histogram, whole process: %.1f ms (median of %d)%n", git, GIT_RUNS);
        Map<String, Double> medians = new TreeMap<>();
        for (RunResult result : ours()) {
            medians.put(
                    result.getPrimaryResult().getLabel(),
                    result.getPrimaryResult().getStatistics().getPercentile(50));
        }
        for (String name : List.of("lines", "comparison")) {
            report("core " + name + inMillis(medians.get(name)) + ", of git's time", medians.get(name) / git, 1.0);
        }
        double patch = medians.get("patch");
        report("core patch" + inMillis(patch) + ", of the comparison's time", patch / medians.get("comparison"), 3.0);
    }

    private static String inMillis(double median) {
        return String.format(Locale.ROOT, ", median %.1f ms", median);
    }

    private static Collection<RunResult> ours() throws RunnerException {
        return new Runner(new OptionsBuilder()
                        .include(CompareCore.class.getName())
                        .forks(1)
                        .warmupIterations(5)
                        .warmupTime(TimeValue.seconds(1))
                        .measurementIterations(10)
                        .measurementTime(TimeValue.seconds(1))
                        .verbosity(VerboseMode.SILENT)
                        .build())
                .run();
    }

    private void length(ConfigPair pair) throws IOException, InterruptedException {
        LineDiff ours = LineDiff.between(pair.before(), pair.after());
        long theirs = output("diff", "-d", before.toString(), after.toString())
                .filter(line -> line.startsWith("<") || line.startsWith(">"))
                .count();
        System.out.println("lines in the script: ours " + ours.length() + ", diff -d " + theirs);
        report("length of the script, of diff -d's", (double) ours.length() / theirs, 1.02);
    }

    private void report(String what, double ratio, double most) {
        boolean holds = ratio <= most;
        missed |= !holds;
        System.out.printf(Locale.ROOT, "%s: %.3f (aim: at most %.2f)%s%n", what, ratio, most, holds ? "" : "  MISSED");
    }

    private static double median(int runs, String... command) throws IOException, InterruptedException {
        List<Double> times = new ArrayList<>();
        for (int i = 0; i < runs; i++) {
            long start = System.nanoTime();
            output(command);
            times.add((System.nanoTime() - start) / 1e6);
        }
        Collections.sort(times);
        return times.get(runs / 2);
    }

    private static Stream<String> output(String... command) throws IOException, InterruptedException {
        Path out = Files.createTempFile("chaperone-bench", ".out");
        Process process = new ProcessBuilder(command)
                .redirectOutput(out.toFile())
                .redirectErrorStream(true)
                .start();
        int code = process.waitFor();
        // Both tools answer 1 for "there are differences".
        if (code != 1) throw new IOException(String.join(" ", command) + " answered " + code);
        List<String> lines = Files.readAllLines(out);
        Files.delete(out);
        return lines.stream();
    }
}
