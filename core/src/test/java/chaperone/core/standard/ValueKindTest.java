package chaperone.core.standard;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import java.util.Arrays;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ValueKindTest {
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            NUMBER   | 9                 | AT_MOST    | 10               | true
            NUMBER   | 0010              | EXACTLY    | 10               | true
            NUMBER   | ten               | AT_MOST    | 10               | false
            NUMBER   | 99999999999999999999 | AT_LEAST | 10              | false
            NUMBER   | 9                 | OTHER_THAN | 10               | true
            ADDRESS  | 192.0.2.21/24     | WITHIN     | 192.0.2.0/24     | true
            ADDRESS  | 192.0.2.21        | WITHIN     | 192.0.2.0/28     | false
            ADDRESS  | 192.0.2.21        | WITHIN     | 198.51.100.0/24, 192.0.2.16/28 | true
            ADDRESS  | 192.0.2.0/24      | WITHIN     | 192.0.2.0/25     | false
            ADDRESS  | 2001:db8::1       | WITHIN     | 2001:db8::/32    | true
            ADDRESS  | 2001:DB8:0::1     | EXACTLY    | 2001:db8::1      | true
            ADDRESS  | quay              | OTHER_THAN | 192.0.2.1        | false
            SET      | 320,330-335       | WITHIN     | 300-399          | true
            SET      | 320,330-335       | WITHIN     | 320,330-334      | false
            SET      | 330,331,332       | EXACTLY    | 330-332          | true
            SET      | 320,330-335       | HOLDS      | 331,335          | true
            SET      | tcp udp           | HOLDS      | udp              | true
            SET      | tcp udp           | WITHIN     | tcp              | false
            SET      | 1-999999999999    | HOLDS      | 5-6              | true
            DURATION | 10m               | AT_MOST    | 600              | true
            DURATION | 1h30m             | EXACTLY    | 90 minutes       | true
            DURATION | 2 days            | AT_LEAST   | 47h              | true
            DURATION | 5 tides           | AT_MOST    | 600              | false
            RELEASE  | 7.4.10            | AT_LEAST   | 7.4.2            | true
            RELEASE  | 7.4.2             | AT_LEAST   | 7.4.2            | true
            RELEASE  | 6.9.1             | AT_LEAST   | 7.4.2            | false
            TEXT     | "for staff only"  | EXACTLY    | for staff only   | true
            TEXT     | Quay              | EXACTLY    | quay             | false
            """)
    void valuesAreComparedAsWhatTheyAre(ValueKind kind, String value, Comparison how, String limit, boolean expected) {
        assertThat(kind.holds(value, how, limit)).isEqualTo(expected);
    }

    /** What somebody made to cost much, or to overflow, is none of the kind. */
    @Test
    void hostileValuesHoldNowhere() {
        assertThat(ValueKind.DURATION.holds("999999999d".repeat(200_000), Comparison.AT_LEAST, "1s"))
                .isFalse();
        assertThat(ValueKind.SET.holds("1,".repeat(1_000_000), Comparison.WITHIN, "1-5"))
                .isFalse();
        assertThat(ValueKind.ADDRESS.holds("192.0.2.1 ".repeat(500_000), Comparison.WITHIN, "192.0.2.0/24"))
                .isFalse();
        assertThat(ValueKind.RELEASE.holds("7.".repeat(1_000_000), Comparison.AT_LEAST, "7.4"))
                .isFalse();
    }

    /** Ranges of numbers against the sets that they stand for, member by member. */
    @Test
    void setsAreWhatTheirMembersAre() {
        Random random = new Random(11);
        for (int i = 0; i < 2000; i++) {
            String one = list(random);
            String other = list(random);
            Set<Integer> these = members(one);
            Set<Integer> those = members(other);
            String what = one + " and " + other;
            assertThat(ValueKind.SET.holds(one, Comparison.WITHIN, other))
                    .as(what)
                    .isEqualTo(those.containsAll(these));
            assertThat(ValueKind.SET.holds(one, Comparison.HOLDS, other))
                    .as(what)
                    .isEqualTo(these.containsAll(those));
            assertThat(ValueKind.SET.holds(one, Comparison.EXACTLY, other))
                    .as(what)
                    .isEqualTo(these.equals(those));
        }
    }

    private static String list(Random random) {
        return IntStream.range(0, 1 + random.nextInt(4))
                .mapToObj(i -> {
                    int first = random.nextInt(12);
                    return random.nextBoolean() ? "" + first : first + "-" + (first + random.nextInt(4));
                })
                .collect(Collectors.joining(","));
    }

    private static Set<Integer> members(String list) {
        return Arrays.stream(list.split(","))
                .map(each -> each.split("-"))
                .flatMapToInt(ends ->
                        IntStream.rangeClosed(Integer.parseInt(ends[0]), Integer.parseInt(ends[ends.length - 1])))
                .boxed()
                .collect(Collectors.toCollection(TreeSet::new));
    }

    @Test
    void whatHasNoOrderIsNotCompared() {
        assertThatIllegalArgumentException().isThrownBy(() -> ValueKind.TEXT.holds("a", Comparison.AT_MOST, "b"));
    }
}
