package chaperone.core.release;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
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
        assertThat(Waves.of(List.of("b-2", "x", "a-1", "b-1", "a-2"), partners, Map.of()))
                .containsExactly(List.of("a-1", "b-1"), List.of("a-2", "b-2"), List.of("x"));
        assertThat(Waves.of(List.of("a-2"), partners, Map.of())).containsExactly(List.of("a-2"));
        assertThat(Waves.of(List.of(), partners, Map.of())).isEmpty();
    }

    /** Two cores without a word of a pair, and an access switch on both; a third one hangs on one of them alone. */
    @Test
    void aDeviceIsNeverCutOffByAWholeWave() {
        Map<String, Set<String>> links = Map.of(
                "core-1", Set.of("acc-1", "acc-2"),
                "core-2", Set.of("acc-1"),
                "acc-1", Set.of("core-1", "core-2"),
                "acc-2", Set.of("core-1"));
        assertThat(Waves.of(List.of("core-1", "core-2"), Map.of(), links))
                .containsExactly(List.of("core-1"), List.of("core-2"));
        assertThat(Waves.of(List.of("acc-1", "acc-2", "core-2"), Map.of(), links))
                .containsExactly(List.of("acc-1", "core-2"), List.of("acc-2"));
    }

    /** Pairs are numbers that differ in the last bit; a quarter of the devices is in none. */
    @Property(tries = 2_000)
    void noPairGoesTogetherNothingIsCutOffAndEveryDeviceGoesOnce(
            @ForAll @Size(max = 40) Set<@IntRange(min = 0, max = 60) Integer> numbers,
            @ForAll @Size(max = 90) List<@IntRange(min = 0, max = 60 * 61) Integer> cables) {
        Set<String> devices = numbers.stream().map(WavesTest::name).collect(Collectors.toSet());
        Map<String, String> partners = new HashMap<>();
        for (int i = 0; i <= 60; i++) if (i % 8 < 6) partners.put(name(i), name(i ^ 1));
        Map<String, Set<String>> links = new HashMap<>();
        for (int cable : cables) {
            String near = name(cable / 61);
            String far = name(cable % 61);
            links.computeIfAbsent(near, unused -> new HashSet<>()).add(far);
            links.computeIfAbsent(far, unused -> new HashSet<>()).add(near);
        }
        List<List<String>> waves = Waves.of(devices, partners, links);
        assertThat(waves.stream().flatMap(Collection::stream)).containsExactlyInAnyOrderElementsOf(devices);
        for (List<String> wave : waves) {
            assertThat(wave).isNotEmpty();
            for (String device : wave) assertThat(wave).doesNotContain(partners.getOrDefault(device, ""));
            assertThat(links.values()).noneMatch(ways -> ways.size() > 1 && wave.containsAll(ways));
        }
    }

    private static String name(int number) {
        return "sw-" + number;
    }
}
