package chaperone.core.address;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class AddressScopeTest {

    /** The list of all its addresses is the oracle; the first and the last of a prefix are ones, too, only for asking. */
    @Property
    void holdsWhatTheListHolds(@ForAll long seed) {
        Random random = new Random(seed);
        int from = random.nextInt(200);
        String range = "192.0.2." + from + " - 192.0.2." + (from + random.nextInt(256 - from));
        AddressScope scope = scope(range);
        List<String> listed = AddressRanges.read(range).orThrow(AssertionError::new);
        for (int i = 0; i < 256; i++) {
            String address = "192.0.2." + i;
            assertThat(scope.holds(address)).as(range + " " + address).isEqualTo(listed.contains(address));
            assertThat(scope.holds("::ffff:" + address)).isEqualTo(listed.contains(address));
        }
    }

    @Test
    void readsPrefixesOfBothFamilies() {
        AddressScope scope = scope("127.20.0.0/16\n\n2001:db8::/32\n198.51.100.7\n");
        assertThat(List.of("127.20.0.0", "127.20.255.255", "2001:db8:ffff::1", "198.51.100.7"))
                .allMatch(scope::holds);
        assertThat(List.of("127.19.255.255", "127.21.0.0", "2001:db9::", "198.51.100.8", "brkw-core-1", "", "::7f14:1"))
                .noneMatch(scope::holds);
        assertThat(scope("0.0.0.0/0").holds("203.0.113.1")).isTrue();
        assertThat(scope("").isEmpty()).isTrue();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"x", "1.2.3.4/33", "1.2.3.4/", "1.2.3.4-", "1.2.3.9 - 1.2.3.4", "1.2.3.4 - ::1", "::/129", "/8"})
    void namesTheLineThatIsNone(String line) {
        var malformed = (ListOutcome.Malformed<AddressScope>) AddressScope.read("127.20.0.0/16\n" + line);
        assertThat(malformed.problems())
                .singleElement()
                .satisfies(problem -> assertThat(problem.line()).isOne());
    }

    private static AddressScope scope(String text) {
        return AddressScope.read(text).orThrow(AssertionError::new);
    }
}
