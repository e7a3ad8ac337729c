package chaperone.core.compare;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;

/** The judge is {@code patch} itself. */
class UnifiedDiffTest {

    @Property(tries = 60)
    void patchTakesItAndGivesTheOtherTextToTheByte(@ForAll("texts") String before, @ForAll("texts") String after)
            throws IOException, InterruptedException {
        String diff = UnifiedDiff.between("a.conf", before, "b.conf", after);
        if (before.equals(after)) assertThat(diff).isEmpty();
        else assertThat(patched(before, diff)).isEqualTo(after);
    }

    @Provide
    Arbitrary<String> texts() {
        Arbitrary<String> line =
                Arbitraries.of("vlan 1", "vlan 2", "port 1", "  closed", "  text \"ö\" ", "-- x", "++ y", "a\r");
        return Combinators.combine(line.list().ofMinSize(1).ofMaxSize(40), Arbitraries.of("", "\n"))
                .as((lines, end) -> String.join("\n", lines) + end);
    }

    @Test
    void saysWhereTheLastLineHasNoEnding() {
        assertThat(UnifiedDiff.between("a", "x\ny\n", "b", "x\nz"))
                .isEqualTo("--- a\n+++ b\n@@ -1,2 +1,2 @@\n x\n-y\n+z\n\\ No newline at end of file\n");
    }

    private static String patched(String before, String diff) throws IOException, InterruptedException {
        Path folder = Files.createTempDirectory("unified");
        Path file = Files.writeString(folder.resolve("a.conf"), before);
        Path change = Files.writeString(folder.resolve("change.diff"), diff);
        Process patch = new ProcessBuilder(
                        "patch", "--binary", "--fuzz=0", "--silent", file.toString(), change.toString())
                .redirectErrorStream(true)
                .start();
        String said = new String(patch.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(patch.waitFor(10, TimeUnit.SECONDS)).isTrue();
        assertThat(patch.exitValue()).as(said + diff).isZero();
        return Files.readString(file);
    }
}
