package chaperone.core.compare;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class LineOriginsTest {

    @Test
    void aLineComesFromTheTextThatBroughtIt() {
        assertThat(origins(List.of("a", "b"), List.of("a", "x", "b"), List.of("a", "x", "c")))
                .containsExactly(0, 1, 2);
        assertThat(origins(List.of("a"))).containsExactly(0);
        assertThat(origins()).isEmpty();
        assertThat(origins(List.of("a"), List.of(), List.of("a"))).containsExactly(2);
    }

    /**
     * Each text is made from the one before by lines that nobody wrote before: so every line says itself which text it comes
     * from.
     */
    @Property
    void isWhatEachLineSays(@ForAll Random random) {
        List<String> text = new ArrayList<>();
        LineOrigins origins = new LineOrigins();
        int texts = 1 + random.nextInt(6);
        for (int i = 0; i < texts; i++) {
            for (int gone = random.nextInt(4); gone > 0 && !text.isEmpty(); gone--)
                text.remove(random.nextInt(text.size()));
            for (int more = random.nextInt(5); more > 0; more--)
                text.add(random.nextInt(text.size() + 1), i + " " + random.nextLong());
            origins.add(text);
        }
        int[] expected = text.stream()
                .mapToInt(line -> Integer.parseInt(line.split(" ")[0]))
                .toArray();
        assertThat(origins.origins()).isEqualTo(expected);
    }

    @SafeVarargs
    private static int[] origins(List<String>... texts) {
        LineOrigins origins = new LineOrigins();
        for (List<String> text : texts) origins.add(text);
        return origins.origins();
    }
}
