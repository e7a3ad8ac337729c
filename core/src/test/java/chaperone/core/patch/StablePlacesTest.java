package chaperone.core.patch;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class StablePlacesTest {
    private static List<String> things(int count) {
        return IntStream.range(0, count).mapToObj(i -> "thing " + i).toList();
    }

    /** Carries out the placing, one by one, as a device would. */
    private static List<String> placed(List<String> now, List<String> wanted, Set<String> staying) {
        List<String> order = new ArrayList<>(now);
        for (int i = wanted.size() - 2; i >= 0; i--) {
            if (staying.contains(wanted.get(i))) continue;
            order.remove(wanted.get(i));
            order.add(order.indexOf(wanted.get(i + 1)), wanted.get(i));
        }
        return order;
    }

    /** The fewest that have to be moved when things can only be placed before others, found by trying all sets. */
    private static int fewestMoved(List<String> now, List<String> wanted) {
        int fewest = now.size();
        for (int set = 0; set < 1 << now.size(); set++) {
            List<String> stay = new ArrayList<>();
            for (int i = 0; i < now.size(); i++) if ((set & 1 << i) != 0) stay.add(now.get(i));
            boolean isInOrder = IntStream.range(1, stay.size())
                    .allMatch(i -> wanted.indexOf(stay.get(i - 1)) < wanted.indexOf(stay.get(i)));
            boolean hasLast = stay.contains(wanted.get(wanted.size() - 1));
            if (isInOrder && hasLast) fewest = Math.min(fewest, now.size() - stay.size());
        }
        return fewest;
    }

    @Property
    void placingTheOthersGivesTheWantedOrderWithTheFewestMoves(
            @ForAll @IntRange(min = 1, max = 9) int count, @ForAll long seed) {
        List<String> wanted = things(count);
        List<String> now = new ArrayList<>(wanted);
        Collections.shuffle(now, new Random(seed));
        Set<String> staying = StablePlaces.of(now, wanted);
        assertThat(placed(now, wanted, staying)).isEqualTo(wanted);
        assertThat(count - staying.size()).isEqualTo(fewestMoved(now, wanted));
    }

    @Test
    void nothingMovesWhereNothingHasTo() {
        assertThat(StablePlaces.of(things(50), things(50))).hasSize(50);
        assertThat(StablePlaces.of(List.of(), List.of())).isEmpty();
    }
}
