package chaperone.core.address;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Sets against sets of bits, one for each of the last 128 addresses of IPv4 and the first 128 of IPv6. */
class AddressSetTest {
    private static final int HALF = 128;

    private static IpAddress address(int bit) {
        String text = bit < HALF ? "255.255.255." + (HALF + bit) : "::" + Integer.toHexString(bit - HALF);
        return IpAddress.read(text).orElseThrow();
    }

    private static List<AddressRange> rangesOf(BitSet bits) {
        List<AddressRange> ranges = new ArrayList<>();
        for (int bit = bits.nextSetBit(0); bit >= 0; bit = bits.nextSetBit(bit + 1)) {
            ranges.add(AddressRange.of(address(bit), address(bit)));
        }
        return ranges;
    }

    private static AddressSet setOf(BitSet bits) {
        return AddressSet.of(rangesOf(bits));
    }

    private static BitSet bitsOf(AddressSet set) {
        BitSet bits = new BitSet();
        for (int bit = 0; bit < 2 * HALF; bit++) if (set.holds(address(bit))) bits.set(bit);
        return bits;
    }

    @Provide
    Arbitrary<BitSet> bits() {
        Arbitrary<Integer> ends = Arbitraries.integers().between(0, 2 * HALF);
        return ends.list().ofMaxSize(12).map(list -> {
            BitSet bits = new BitSet();
            for (int i = 0; i + 1 < list.size(); i += 2) {
                bits.set(Math.min(list.get(i), list.get(i + 1)), Math.max(list.get(i), list.get(i + 1)));
            }
            return bits;
        });
    }

    @Property
    void joinsCutsAndTakesAwayAsSetsOfBitsDo(@ForAll("bits") BitSet one, @ForAll("bits") BitSet other) {
        BitSet joined = (BitSet) one.clone();
        joined.or(other);
        BitSet common = (BitSet) one.clone();
        common.and(other);
        BitSet rest = (BitSet) one.clone();
        rest.andNot(other);
        AddressSet a = setOf(one), b = setOf(other);
        assertThat(bitsOf(a.union(b))).isEqualTo(joined);
        assertThat(bitsOf(a.intersection(b))).isEqualTo(common);
        assertThat(bitsOf(a.minus(b))).isEqualTo(rest);
        assertThat(a.overlaps(b)).isEqualTo(!common.isEmpty());
        assertThat(a.holds(b)).isEqualTo(common.equals(other));
        assertThat(a.equals(b)).isEqualTo(one.equals(other));
        assertThat(a.size()).isEqualTo(BigInteger.valueOf(one.cardinality()));
    }

    @Property
    void rangesAndPrefixesSayTheSameAsTheSet(@ForAll("bits") BitSet bits) {
        AddressSet set = setOf(bits);
        assertThat(AddressSet.of(set.ranges())).isEqualTo(set);
        assertThat(AddressSet.of(set.prefixes())).isEqualTo(set);
        assertThat(set.prefixes()).allMatch(prefix -> prefix.prefixLength().isPresent());
        List<AddressRange> ranges = set.ranges();
        for (int i = 1; i < ranges.size(); i++) {
            BigInteger gap = ranges.get(i)
                    .first()
                    .number()
                    .subtract(ranges.get(i - 1).last().number());
            boolean isSameFamily =
                    ranges.get(i).first().bits() == ranges.get(i - 1).last().bits();
            assertThat(!isSameFamily || gap.compareTo(BigInteger.ONE) > 0)
                    .as("they do not meet")
                    .isTrue();
        }
    }

    @Test
    void whatIsNotInASetIsAllButTheSet() {
        AddressSet one = setOf(BitSet.valueOf(new long[] {0b1011}));
        AddressSet rest = AddressSet.ALL.minus(one);
        assertThat(rest.union(one)).isEqualTo(AddressSet.ALL);
        assertThat(rest.overlaps(one)).isFalse();
        assertThat(AddressSet.ALL.size()).isEqualTo(BigInteger.TWO.pow(32).add(BigInteger.TWO.pow(128)));
        assertThat(AddressSet.EMPTY.isEmpty()).isTrue();
    }

    @ParameterizedTest
    @CsvSource({
        "10.0.0.5/24, 10.0.0.0, 10.0.0.255",
        "10.0.0.9-10.0.1.2, 10.0.0.9, 10.0.1.2",
        "2001:db8::/127, 2001:db8::, 2001:db8::1",
        "0.0.0.0/0, 0.0.0.0, 255.255.255.255",
        "::ffff:10.0.0.1, ::ffff:10.0.0.1, ::ffff:10.0.0.1"
    })
    void readsRanges(String text, String first, String last) {
        AddressRange range = ((AddressRange.Outcome.Read) AddressRange.read(text)).range();
        assertThat(range.first()).isEqualTo(IpAddress.read(first).orElseThrow());
        assertThat(range.last()).isEqualTo(IpAddress.read(last).orElseThrow());
    }

    @ParameterizedTest
    @CsvSource({
        "1",
        "1.2.3",
        "1.2.3.4.5",
        "01.2.3.4",
        "0x1.2.3.4",
        "1.2.3.256",
        "1.2.3.*",
        "1.2.3-5.4",
        "1.2.3.4/33",
        "::/129",
        "1.2.3.4/-1",
        "1.2.3.4/255.0.0.0",
        ":::",
        "1::2::3",
        "fe80::1%eth0",
        "*",
        "[::1]",
        "localhost",
        "'1.2.3.4 '",
        "'1.2.3.4\n'",
        "10.0.0.2-10.0.0.1",
        "10.0.0.1-::2",
        "-",
        "/",
        "''"
    })
    void whatIsNoRangeIsRefusedWithAReason(String text) {
        assertThat(AddressRange.read(text))
                .isInstanceOfSatisfying(
                        AddressRange.Outcome.Malformed.class,
                        malformed -> assertThat(malformed.message()).isNotBlank());
    }
}
