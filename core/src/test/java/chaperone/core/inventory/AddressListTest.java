package chaperone.core.inventory;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.inventory.AddressList.Outcome.Malformed;
import chaperone.core.inventory.AddressList.Outcome.Read;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class AddressListTest {

    @Test
    void readsBareAddresses() {
        assertThat(read("127.20.1.11\n127.20.1.12:2022\nbrkw.example\n").lines())
                .extracting(AddressLine::host, AddressLine::port)
                .containsExactly(
                        org.assertj.core.groups.Tuple.tuple("127.20.1.11", Optional.empty()),
                        org.assertj.core.groups.Tuple.tuple("127.20.1.12", Optional.of(2022)),
                        org.assertj.core.groups.Tuple.tuple("brkw.example", Optional.empty()));
    }

    @Test
    void readsColumnsInAnyOrderAndKeepsTheLine() {
        Read read = read("\uFEFFSite,Address,Port\r\n\r\nBrackwater,\"127.20.1.11\",2022\r\n,2001:db8::7,\r\n");
        assertThat(read.lines().get(0))
                .isEqualTo(new AddressLine(
                        2,
                        "127.20.1.11",
                        Optional.of(2022),
                        Optional.of("Brackwater"),
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty(),
                        java.util.List.of()));
        assertThat(read.lines().get(1).host()).isEqualTo("2001:db8::7");
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
        address,site;127.20.1.1,"Cairn;127.20.1.2,b | 1 | 1 | opened and not closed
        address,port;,2022                         | 1 | 0 | is not an address
        """)
    void namesLineAndColumnOfAMistake(String csv, int line, int column, String said) {
        assertThat(AddressList.read(csv.replace(';', '\n'))).isInstanceOfSatisfying(Malformed.class, malformed -> {
            ListProblem first = malformed.problems().get(0);
            assertThat(first.message()).contains(said);
            assertThat(first.line()).isEqualTo(line);
            assertThat(first.column()).isEqualTo(column);
        });
    }

    @Test
    void oneWrongLineRefusesTheWholeListAndAllMistakesAreTold() {
        assertThat(AddressList.read("127.20.1.11\n127.20.1\n127.20.1.12:0\n"))
                .isInstanceOfSatisfying(
                        Malformed.class, m -> assertThat(m.problems()).hasSize(2));
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "\n\n", "address\n"})
    void anEmptyListIsAMistake(String csv) {
        assertThat(AddressList.read(csv)).isInstanceOf(Malformed.class);
    }

    @Test
    void boundsTheNumberOfDevices() {
        String csv = "127.20.1.1\n".repeat(AddressList.MOST_LINES + 1);
        assertThat(AddressList.read(csv)).isInstanceOf(Malformed.class);
    }

    @Property(tries = 2000)
    void anyTextIsAnswered(@ForAll String csv) {
        assertThat(AddressList.read(csv)).isNotNull();
    }

    private static Read read(String csv) {
        AddressList.Outcome outcome = AddressList.read(csv);
        assertThat(outcome).isInstanceOf(Read.class);
        return (Read) outcome;
    }
}
