package chaperone.core.inventory;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.address.ListOutcome.Malformed;
import chaperone.core.address.ListProblem;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.From;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class AddressListTest {

    @Test
    void readsBareAddresses() {
        assertThat(read("127.20.1.11\n127.20.1.12:2022\nbrkw.example\n"))
                .extracting(AddressLine::host, AddressLine::port)
                .containsExactly(
                        org.assertj.core.groups.Tuple.tuple("127.20.1.11", Optional.empty()),
                        org.assertj.core.groups.Tuple.tuple("127.20.1.12", Optional.of(2022)),
                        org.assertj.core.groups.Tuple.tuple("brkw.example", Optional.empty()));
    }

    @Test
    void readsColumnsInAnyOrderAndKeepsTheLine() {
        List<AddressLine> read =
                read("\uFEFFSite,Address,Port\r\n\r\nBrackwater,\"127.20.1.11\",2022\r\n,2001:db8::7,\r\n");
        assertThat(read.get(0))
                .isEqualTo(new AddressLine(
                        2,
                        "127.20.1.11",
                        Optional.of(2022),
                        Optional.of("Brackwater"),
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty(),
                        List.of(),
                        Map.of("site", 0, "address", 1, "port", 2)));
        assertThat(read.get(1).host()).isEqualTo("2001:db8::7");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        address,port;127.20.1.11,20x2              | 1 | 1 | is not a port
        address,port;127.20.1.11,70000             | 1 | 1 | is not a port
        address;127.20.1.11;127.20.1.300           | 2 | 0 | is not an address
        address;bad host                           | 1 | 0 | is not an address
        address,colour;127.20.1.11,red             | 0 | 1 | is not known
        address,address;127.20.1.11,1              | 0 | 1 | stands there twice
        address;127.20.1.11,x                      | 1 | 1 | one field too many
        127.20.1.11,2022                           | 0 | 1 | begin the list with address,port
        address,port;127.20.1.11,22,x              | 1 | 2 | the list has 2 columns
        address,site;127.20.1.1,"Cairn;127.20.1.2,b | 1 | 1 | opened and not closed
        address,port;,2022                         | 1 | 0 | is not an address
        address,port;127.20.1.11                   | 1 | 1 | the line ends here
        address;:::                                | 1 | 0 | is not an address
        address;1:2:3                              | 1 | 0 | is not an address
        address;1:2:3:4:5:6:7:8:9                  | 1 | 0 | is not an address
        address;::ffff:300.1.1.1                   | 1 | 0 | is not an address
        address;[127.20.1.11]                      | 1 | 0 | is not an address
        address;127.20.1.11;127.20.1.11            | 2 | 0 | the same address stands in line 2
        address;127.20.1.11;::ffff:127.20.1.11     | 2 | 0 | the same address stands in line 2
        address;2001:db8::1;2001:DB8:0::1          | 2 | 0 | the same address stands in line 2
        # a note;;address,port;# b,c;127.20.1.11,+22 | 4 | 1 | is not a port
        address,site;127.20.1.11,a\u0007b           | 1 | 1 | control character
        """)
    void namesLineAndColumnOfAMistake(String csv, int line, int column, String said) {
        ListProblem first =
                problems(csv.replace(';', '\n').replace("\\u0007", "\u0007")).get(0);
        assertThat(first.message()).contains(said);
        assertThat(first.line()).isEqualTo(line);
        assertThat(first.column()).isEqualTo(column);
    }

    @Test
    void oneWrongLineRefusesTheWholeListAndAllMistakesAreTold() {
        assertThat(problems("127.20.1.11\n127.20.1\n127.20.1.12:0\n")).hasSize(2);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "\n\n", "address\n"})
    void anEmptyListIsAMistake(String csv) {
        assertThat(AddressList.read(csv)).isInstanceOf(Malformed.class);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "address;tags\n[::1];a|b\n",
                "address\ttags\n::1\ta;b\n",
                "# from a sheet\naddress,tags\n\"::1\",a;b\n"
            })
    void readsListsAsSpreadsheetsWriteThem(String csv) {
        assertThat(read(csv)).singleElement().satisfies(line -> {
            assertThat(line.host()).isEqualTo("::1");
            assertThat(line.tags()).containsExactly("a", "b");
        });
    }

    /** The machine's own reader of addresses is the oracle. */
    @Property
    void takesTheIpv6AddressesThatAreOnes(@ForAll @Size(max = 9) List<@From("groups") String> groups) throws Exception {
        String text = String.join(":", groups);
        if (!text.contains(":")) return;
        // The JDK takes zones and scopes, which these groups have not; it looks nothing up if there is a colon.
        boolean isOne;
        try {
            InetAddress.getByName("[" + text + "]");
            isOne = true;
        } catch (UnknownHostException e) {
            isOne = false;
        }
        assertThat(AddressList.isHost(text)).as(text).isEqualTo(isOne);
    }

    @Provide
    Arbitrary<String> groups() {
        return Arbitraries.of("", "", "0", "1", "db8", "ffff", "12345", "g", "127.0.0.1", "300.1.1.1");
    }

    @Test
    void boundsTheNumberOfDevices() {
        String csv = IntStream.range(0, AddressList.MOST_LINES + 1)
                .mapToObj(i -> "10." + i / 62_500 + "." + i / 250 % 250 + "." + i % 250 + "\n")
                .collect(Collectors.joining());
        assertThat(AddressList.read(csv)).isInstanceOf(Malformed.class);
    }

    @Property
    void anyTextIsAnswered(@ForAll String csv) {
        assertThat(AddressList.read(csv)).isNotNull();
    }

    private static List<ListProblem> problems(String csv) {
        return ((Malformed<List<AddressLine>>) AddressList.read(csv)).problems();
    }

    private static List<AddressLine> read(String csv) {
        return AddressList.read(csv).orThrow(problems -> new AssertionError(problems.toString()));
    }
}
