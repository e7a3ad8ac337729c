package chaperone.core.release;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;

class WavesTest {
    @Test
    void oneOfEachPairThenTheOtherThenThoseAlone() {
        Map<String, String> partners = Map.of("a-1", "a-2", "a-2", "a-1", "b-1", "b-2", "b-2", "b-1");
        assertThat(Waves.of(List.of("b-2", "x", "a-1", "b-1", "a-2"), partners))
                .containsExactly(List.of("a-1", "b-1"), List.of("a-2", "b-2"), List.of("x"));
        assertThat(Waves.of(List.of("a-2"), partners)).containsExactly(List.of("a-2"));
        assertThat(Waves.of(List.of(), partners)).isEmpty();
    }

    /** Pairs are numbers that differ in the last bit; a quarter of the devices is in none. */
    @Property(tries = 2_000)
    void noPairGoesTogetherAndEveryDeviceGoesOnce(
            @ForAll @Size(max = 40) Set<@IntRange(min = 0, max = 60) Integer> numbers) {
        Set<String> devices = numbers.stream().map(WavesTest::name).collect(Collectors.toSet());
        Map<String, String> partners = new HashMap<>();
        for (int i = 0; i <= 60; i++) if (i % 8 < 6) partners.put(name(i), name(i ^ 1));
        List<List<String>> waves = Waves.of(devices, partners);
        assertThat(waves.stream().flatMap(Collection::stream)).containsExactlyInAnyOrderElementsOf(devices);
        for (List<String> wave : waves) {
            assertThat(wave).isNotEmpty();
            for (String device : wave) assertThat(wave).doesNotContain(partners.getOrDefault(device, ""));
        }
    }

    private static String name(int number) {
        return "sw-" + number;
    }
}
