package chaperone.core.template;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.structure.Port;
import java.util.List;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PortFilterTest {
    private static final List<Port> PORTS = List.of(
            new Port("1/0/1", List.of("text \"radio quay 1\"", "member vlan 320")),
            new Port("1/0/2", List.of("text \"kiosk 2\"", "member vlan 330")),
            new Port("1/0/3", List.of("text \"Radio quay 2\"", "member vlan 320", "closed")),
            new Port("1/0/12", List.of()),
            new Port("bundle-1", List.of("text \"not has\"")));

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
        ``                             | 1/0/1 1/0/2 1/0/3 1/0/12 bundle-1
        1/0/[1-2]                      | 1/0/1 1/0/2
        1/0/[1-20] not has radio       | 1/0/2 1/0/12
        1/0/1 bundle-1                 | 1/0/1 bundle-1
        1/0/1*                         | 1/0/1 1/0/12
        *                              | 1/0/1 1/0/2 1/0/3 1/0/12 bundle-1
        has radio has closed           | 1/0/3
        has "radio quay 1"             | 1/0/1
        not 1/0/[1-12]                 | bundle-1
        has "not"                      | bundle-1
        has not                        | bundle-1
        1/0/.                          | ``
        1.0.1                          | ``
        """)
    void picks(String filter, String picked) {
        PortFilter read = ((PortFilter.Outcome.Read) PortFilter.read(filter)).filter();
        assertThat(PORTS.stream().filter(read::picks).map(Port::name).collect(Collectors.joining(" ")))
                .isEqualTo(picked);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
        not              | Something must follow the last word.
        1/0/1 has        | Something must follow the last word.
        has "radio       | A quotation mark is not closed.
        has ""           | There is nothing between the quotation marks.
        1/0/[1-          | A range is written like sw-[1-4] or sw-[1,3].
        1/0/[9-1]        | This range ends before it begins.
        1/0/[1-9999]     | These ranges mean more than 1000 names.
        """)
    void saysWhatIsWrong(String filter, String message) {
        assertThat(PortFilter.read(filter)).isEqualTo(new PortFilter.Outcome.Malformed(message));
    }

    @Test
    void endsWhateverIsWritten() {
        for (String word : List.of("not ", "has ", "\" ", "* ", "[1-9] ", "**********a"))
            assertThat(PortFilter.read(word.repeat(5_000))).isNotNull();
    }
}
