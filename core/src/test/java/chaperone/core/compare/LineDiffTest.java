package chaperone.core.compare;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.compare.Edit.Outcome.Applied;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;

class LineDiffTest {

    @Property
    void applyingTheEditsGivesTheOtherText(@ForAll("texts") List<String> before, @ForAll("texts") List<String> after) {
        assertThat(applied(before, after)).isEqualTo(after);
    }

    @Property
    void theScriptIsAsShortAsTheLongestCommonSubsequenceAllows(
            @ForAll("texts") List<String> before, @ForAll("texts") List<String> after) {
        LineDiff diff = LineDiff.between(before, after);
        assertThat(diff.isShortest()).isTrue();
        assertThat(diff.length()).isEqualTo(before.size() + after.size() - 2 * longestCommon(before, after));
    }

    @Property
    void aTextDoesNotDifferFromItself(@ForAll("texts") List<String> text) {
        assertThat(LineDiff.between(text, text).replacements()).isEmpty();
    }

    @Property
    void bothDirectionsAreEquallyLong(@ForAll("texts") List<String> before, @ForAll("texts") List<String> after) {
        assertThat(LineDiff.between(before, after).length())
                .isEqualTo(LineDiff.between(after, before).length());
    }

    @Provide
    Arbitrary<List<String>> texts() {
        return Arbitraries.of("a", "b", "  c", "  d", "e", "").list().ofMaxSize(30);
    }

    @Test
    void anAddedBlockBeginsWithItsHead() {
        List<String> before = List.of("port 1", "  closed", "port 3", "  closed", "route");
        List<String> after = List.of("port 1", "  closed", "port 2", "  closed", "port 3", "  closed", "route");
        assertThat(LineDiff.between(before, after).replacements()).containsExactly(new Replacement(2, 2, 2, 4));
        List<String> doubled = List.of("port 1", "  closed", "port 3", "  closed", "port 3", "  closed", "route");
        assertThat(LineDiff.between(before, doubled).replacements())
                .allSatisfy(r -> assertThat(doubled.get(r.afterStart())).isEqualTo("port 3"));
    }

    @Test
    void textsThatShareLittleAreStillAnsweredAndSayThatTheyMayNotBeShortest() {
        Random random = new Random(7);
        List<String> before = shuffled(random, 30_000);
        List<String> after = shuffled(random, 30_000);
        assertThat(applied(before, after)).isEqualTo(after);
        assertThat(LineDiff.between(before, after).isShortest()).isFalse();
    }

    private static List<String> shuffled(Random random, int lines) {
        List<String> text = new ArrayList<>();
        for (int i = 0; i < lines; i++) text.add("line " + random.nextInt(500));
        return text;
    }

    private static List<String> applied(List<String> before, List<String> after) {
        List<String> text = new ArrayList<>(before);
        // Edits come from the last to the first, so that each start is still right when its turn comes.
        for (Edit edit : LineDiff.between(before, after).edits(before, after)) {
            assertThat(edit.applyTo(text)).isInstanceOf(Applied.class);
            text = new ArrayList<>(((Applied) edit.applyTo(text)).text());
        }
        return text;
    }

    /** The textbook table, as an independent oracle. */
    private static int longestCommon(List<String> before, List<String> after) {
        int[][] length = new int[before.size() + 1][after.size() + 1];
        for (int i = before.size() - 1; i >= 0; i--) {
            for (int j = after.size() - 1; j >= 0; j--) {
                length[i][j] = before.get(i).equals(after.get(j))
                        ? length[i + 1][j + 1] + 1
                        : Math.max(length[i + 1][j], length[i][j + 1]);
            }
        }
        return length[0][0];
    }
}
