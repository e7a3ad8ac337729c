package chaperone.core.compare;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.config.SampleTexts;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The judge is {@code diff -d}, which finds the fewest lines. */
class DiffProgramTest {
    private static final int PAIRS = 300;

    @TempDir
    Path folder;

    @Test
    void asManyLinesAreAddedAndRemovedAsTheProgramFinds() throws IOException, InterruptedException {
        for (int pair = 0; pair < PAIRS; pair++) {
            Random random = new Random(pair);
            List<String> before = lines(pair);
            List<String> after = edited(before, random);
            LineDiff ours = LineDiff.between(before, after);
            int removed =
                    ours.replacements().stream().mapToInt(Replacement::removed).sum();
            int added =
                    ours.replacements().stream().mapToInt(Replacement::added).sum();
            assertThat(List.of(removed, added)).as("pair %d", pair).isEqualTo(theirs(before, after));
        }
    }

    private List<Integer> theirs(List<String> before, List<String> after) throws IOException, InterruptedException {
        Path one = Files.write(folder.resolve("before.conf"), before);
        Path other = Files.write(folder.resolve("after.conf"), after);
        Process diff = new ProcessBuilder("diff", "-d", one.toString(), other.toString()).start();
        List<String> said =
                new String(diff.getInputStream().readAllBytes()).lines().toList();
        assertThat(diff.waitFor(10, TimeUnit.SECONDS)).isTrue();
        int removed = (int) said.stream().filter(line -> line.startsWith("<")).count();
        int added = (int) said.stream().filter(line -> line.startsWith(">")).count();
        return List.of(removed, added);
    }

    private static List<String> lines(long seed) {
        StringBuilder text = new StringBuilder();
        for (int part = 0; part < 12; part++)
            text.append(SampleTexts.of("indented", seed * 100 + part)).append('\n');
        return text.toString().replace("\r", "").lines().toList();
    }

    private static List<String> edited(List<String> lines, Random random) {
        List<String> edited = new ArrayList<>(lines);
        int edits = random.nextInt(30);
        for (int i = 0; i < edits && edited.size() > 2; i++) {
            int at = random.nextInt(edited.size());
            switch (random.nextInt(4)) {
                case 0 -> edited.remove(at);
                case 1 -> edited.add(at, "vlan " + random.nextInt(9));
                case 2 -> edited.set(at, "  closed");
                default -> edited.add(random.nextInt(edited.size()), edited.remove(at));
            }
        }
        return edited;
    }
}
