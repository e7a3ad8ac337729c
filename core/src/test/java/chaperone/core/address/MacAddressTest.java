package chaperone.core.address;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.stream.Collectors;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.LongRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class MacAddressTest {
    @Property
    void isReadInEveryGrouping(@ForAll @LongRange(min = 0, max = 0xffff_ffff_ffffL) long bits) {
        String digits = "%012x".formatted(bits);
        MacAddress address = new MacAddress(digits);
        assertThat(MacAddress.read(digits)).contains(address);
        assertThat(MacAddress.read(grouped(digits, 2, ":").toUpperCase())).contains(address);
        assertThat(MacAddress.read(grouped(digits, 2, "-"))).contains(address);
        assertThat(MacAddress.read(" " + grouped(digits, 4, "."))).contains(address);
        assertThat(MacAddress.read(grouped(digits, 6, "-"))).contains(address);
    }

    private static String grouped(String digits, int size, String between) {
        return IntStream.range(0, digits.length() / size)
                .mapToObj(i -> digits.substring(i * size, (i + 1) * size))
                .collect(Collectors.joining(between));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "00",
                "02:00:00:00:00",
                "02:00:00:00:00:0g",
                "02:00-00:00:00:00",
                "2001:db8::7",
                "%",
                "127.20.1.11",
                "02:00:00:00:00:00:00",
                "0200.0000",
                "0200000000000"
            })
    void isNothingElse(String text) {
        assertThat(MacAddress.read(text)).isEmpty();
    }
}
