package chaperone.bench;

import chaperone.core.compare.Comparison;
import chaperone.core.compare.LineDiff;
import chaperone.core.config.ConfigBytes;
import chaperone.core.config.ConfigStatement;
import chaperone.core.config.ConfigText;
import chaperone.core.patch.Patch;
import chaperone.core.platform.Platform;
import chaperone.core.platform.Platforms;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;

/** Our side: from the stored bytes of two configurations to their difference. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SampleTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
public class CompareCore {
    static final int LINES = 50_000;
    static final int EDITS = 500;
    static final long SEED = 20261123;

    private byte[] before = new byte[0];
    private byte[] after = new byte[0];
    private final Platform corvane = Platforms.shipped().get("corvane");

    @Setup
    public void prepare() {
        ConfigPair pair = ConfigPair.of(LINES, EDITS, SEED);
        before = pair.beforeText().getBytes(StandardCharsets.UTF_8);
        after = pair.afterText().getBytes(StandardCharsets.UTF_8);
    }

    /** Lines only, as a difference tool does. */
    @Benchmark
    public LineDiff lines() {
        return LineDiff.between(read(before), read(after));
    }

    /** All that the compare page shows: noise set aside, modified lines paired, words marked. */
    @Benchmark
    public Comparison comparison() {
        return Comparison.between(read(before), read(after), corvane.noise());
    }

    /** What a switch would have to be told, by the declarations of its platform. */
    @Benchmark
    public Patch patch() {
        return corvane.editWay().orElseThrow().between(statements(before), statements(after), corvane.structure());
    }

    private List<ConfigStatement> statements(byte[] bytes) {
        return corvane.grammar().read(ConfigBytes.decode(bytes)).statements();
    }

    private static List<String> read(byte[] bytes) {
        return ConfigText.linesWithEndings(ConfigBytes.decode(bytes)).stream()
                .map(ConfigText::withoutEnding)
                .toList();
    }
}
