package chaperone.core.patch;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class StablePlacesTest {
    private static List<String> things(int count) {
        return IntStream.range(0, count).mapToObj(i -> "thing " + i).toList();
    }

    private static final int ANEW = 2;

    /** Carries out what is put anew and the placing, one by one, as a device would. */
    private static List<String> placed(List<String> now, List<String> wanted, StablePlaces places) {
        List<String> order = new ArrayList<>(now);
        for (String each : wanted) if (places.anew().contains(each)) order.remove(each);
        for (String each : wanted) if (places.anew().contains(each)) order.add(each);
        for (int i = wanted.size() - places.anew().size() - 2; i >= 0; i--) {
            if (places.staying().contains(wanted.get(i))) continue;
            order.remove(wanted.get(i));
            order.add(order.indexOf(wanted.get(i + 1)), wanted.get(i));
        }
        return order;
    }

    private static int cost(List<String> wanted, StablePlaces places) {
        int anew = places.anew().size();
        return wanted.size() - anew - places.staying().size() + ANEW * anew;
    }

    /** The fewest commands when things can be placed before others, or put anew at the end, found by trying all sets. */
    private static int fewest(List<String> now, List<String> wanted) {
        int fewest = Integer.MAX_VALUE;
        for (int set = 1; set < 1 << now.size(); set++) {
            List<String> stay = new ArrayList<>();
            for (int i = 0; i < now.size(); i++) if ((set & 1 << i) != 0) stay.add(now.get(i));
            boolean isInOrder = IntStream.range(1, stay.size())
                    .allMatch(i -> wanted.indexOf(stay.get(i - 1)) < wanted.indexOf(stay.get(i)));
            if (!isInOrder) continue;
            int last = wanted.indexOf(stay.get(stay.size() - 1));
            int anew = wanted.size() - 1 - last;
            fewest = Math.min(fewest, wanted.size() - anew - stay.size() + ANEW * anew);
        }
        return fewest;
    }

    @Property
    void placingTheOthersGivesTheWantedOrderWithTheFewestCommands(
            @ForAll @IntRange(min = 1, max = 9) int count, @ForAll long seed) {
        List<String> wanted = things(count);
        List<String> now = new ArrayList<>(wanted);
        Collections.shuffle(now, new Random(seed));
        StablePlaces places = StablePlaces.of(now, wanted, thing -> ANEW);
        assertThat(placed(now, wanted, places)).isEqualTo(wanted);
        assertThat(cost(wanted, places)).isEqualTo(fewest(now, wanted));
    }

    @Test
    void nothingMovesWhereNothingHasTo() {
        assertThat(StablePlaces.of(things(50), things(50), thing -> ANEW).staying())
                .hasSize(50);
        assertThat(StablePlaces.of(things(1), things(1), thing -> ANEW).anew()).isEmpty();
    }
}
