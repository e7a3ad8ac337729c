package chaperone.core.address;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.address.ListOutcome.Malformed;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AddressRangesTest {

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        192.0.2.7                        | 1   | 192.0.2.7     | 192.0.2.7
        192.0.2.254 - 192.0.3.1          | 4   | 192.0.2.254   | 192.0.3.1
        192.0.2.77/30                    | 2   | 192.0.2.77    | 192.0.2.78
        192.0.2.9/31                     | 2   | 192.0.2.8     | 192.0.2.9
        192.0.2.9/32                     | 1   | 192.0.2.9     | 192.0.2.9
        192.0.2.0/24                     | 254 | 192.0.2.1     | 192.0.2.254
        192.0.2.1-192.0.2.3;192.0.2.2/31 | 3   | 192.0.2.1     | 192.0.2.3
        2001:DB8:0::7                    | 1   | 2001:db8::7   | 2001:db8::7
        2001:db8::ffff-2001:db8::1:1     | 3   | 2001:db8::ffff | 2001:db8::1:1
        2001:db8::5/120                  | 255 | 2001:db8::1   | 2001:db8::ff
        2001:db8::5/127                  | 2   | 2001:db8::4   | 2001:db8::5
        2001:db8:0:0:1:0:0:1             | 1   | 2001:db8::1:0:0:1 | 2001:db8::1:0:0:1
        192.0.2.1;2001:db8::1            | 2   | 192.0.2.1     | 2001:db8::1
        ::/127                           | 2   | ::            | ::1
        ::ffff:192.0.2.1                 | 1   | ::ffff:c000:201 | ::ffff:c000:201
        1:2:3:4:5:6:7::                  | 1   | 1:2:3:4:5:6:7:0 | 1:2:3:4:5:6:7:0
        """)
    void rangesAreReadEachAddressOnce(String text, int count, String first, String last) {
        List<String> addresses = AddressRanges.read(text.replace(';', '\n')).orThrow(AssertionError::new);
        assertThat(addresses)
                .hasSize(count)
                .doesNotHaveDuplicates()
                .startsWith(first)
                .endsWith(last);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        192.0.2.1;192.0.2.300            | 1 | neither
        192.0.2.9-192.0.2.1              | 0 | before the first
        192.0.2.0/33                     | 0 | prefix length
        192.0.2/24                       | 0 | not an address
        192.0.2.1-quay                   | 0 | not an address
        10.0.0.0/8                       | 0 | more than 16384
        2001:db8::/64                    | 0 | more than 16384
        ::/0                             | 0 | more than 16384
        2001:db8::/129                   | 0 | prefix length
        192.0.2.1-2001:db8::1            | 0 | one is an IPv4 address
        2001:db8::1::2                   | 0 | neither
        fe80::1%lo                       | 0 | neither
        1:2:3:4:5:6:7                    | 0 | neither
        1:2:3:4::5:6:7:8                 | 0 | neither
        1:2:3:4:5:6:7:8:9                | 0 | neither
        ::12345                          | 0 | neither
        :1:2:3:4:5:6:7                   | 0 | neither
        ::192.0.2.300                    | 0 | neither
        1:::2                            | 0 | neither
        g::1/64                          | 0 | not an address
        ''                               | 0 | no range
        """)
    void aMistakeNamesItsLine(String text, int line, String said) {
        var malformed = (Malformed<List<String>>) AddressRanges.read(text.replace(';', '\n'));
        assertThat(malformed.problems().get(0).line()).isEqualTo(line);
        assertThat(malformed.problems().get(0).message()).contains(said);
    }

    /** The JDK's own reading of addresses decides which of them lie in a prefix. */
    @Property
    void aPrefixHoldsTheAddressesWhoseFirstBitsAreTheSame(
            @ForAll @IntRange(min = 19, max = 30) int length, @ForAll int address) throws UnknownHostException {
        int mask = -1 << (32 - length);
        String text = text(address) + "/" + length;
        List<String> addresses = AddressRanges.read(text).orThrow(AssertionError::new);
        assertThat(addresses).hasSize((1 << (32 - length)) - 2);
        for (String each : addresses) assertThat(bits(each) & mask).isEqualTo(address & mask);
    }

    private static int bits(String address) throws UnknownHostException {
        return java.nio.ByteBuffer.wrap(InetAddress.getByName(address).getAddress())
                .getInt();
    }

    private static String text(int bits) throws UnknownHostException {
        return InetAddress.getByAddress(
                        java.nio.ByteBuffer.allocate(4).putInt(bits).array())
                .getHostAddress();
    }

    /** The JDK's reading of what we write is what we wrote; and it is no longer than any other text of it. */
    @Property
    void anIpv6AddressIsWrittenAsItIsRead(@ForAll @Size(8) List<@IntRange(max = 3) Integer> groups)
            throws UnknownHostException {
        String full = groups.stream()
                .map(g -> Integer.toHexString(g == 3 ? 0xab0c : g))
                .collect(java.util.stream.Collectors.joining(":"));
        String written = AddressRanges.read(full).orThrow(AssertionError::new).get(0);
        assertThat(InetAddress.getByName(written)).isEqualTo(InetAddress.getByName(full));
        assertThat(written.length()).isLessThanOrEqualTo(full.length());
        assertThat(AddressRanges.read(written).orThrow(AssertionError::new)).containsExactly(written);
    }
}
