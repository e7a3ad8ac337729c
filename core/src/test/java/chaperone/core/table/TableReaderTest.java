package chaperone.core.table;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.platform.Platforms;
import chaperone.core.table.Table.Row;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TableReaderTest {

    /** The same neighbour as each family prints it. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
        corvane  | 1/0/1     brkw-rtr-1                lan-0      R4
        altamont | neighbour 1/0/1 { name brkw-rtr-1; port lan-0; model R4; }
        brisling | neighbour 1/0/1 name brkw-rtr-1 far-port lan-0 model R4
        """)
    void readsTheRowsOfEveryFamily(String platform, String line) {
        assertThat(reader(platform).read("port name\n" + line + "\n").rows())
                .containsExactly(row("1/0/1", "brkw-rtr-1", "lan-0", "R4"));
    }

    @Test
    void readsRowsOutOfJson() {
        String json = """
                [ {
                  "port" : 8,
                  "name" : "brkw-acc-1",
                  "farPort" : "1/0/20",
                  "model" : "C2048"
                } ]""";
        assertThat(reader("pellon").read(json).rows()).containsExactly(row("8", "brkw-acc-1", "1/0/20", "C2048"));
    }

    @Test
    void whatTheDeviceDoesNotTellStaysEmpty() {
        TableReader reader = new TableReader(
                TableKind.MACS, "show macs", com.google.re2j.Pattern.compile("(?P<vlan>\\d+) (?P<mac>\\S+)"));
        assertThat(reader.read("30 02:0b:00:00:00:01").rows().get(0).cell("port"))
                .isEmpty();
    }

    @Test
    void comparesByKeyWhateverTheOrder() {
        Table before = table(row("e1", "a", "1", "X"), row("e2", "b", "1", "X"), row("e3", "c", "1", "X"));
        Table after = table(row("e3", "c", "1", "X"), row("e1", "a", "2", "X"), row("e4", "d", "1", "X"));
        Table.Difference difference = before.differenceTo(after);
        assertThat(difference.added()).containsExactly(row("e4", "d", "1", "X"));
        assertThat(difference.removed()).containsExactly(row("e2", "b", "1", "X"));
        assertThat(difference.altered())
                .containsExactly(new Table.Altered(row("e1", "a", "1", "X"), row("e1", "a", "2", "X")));
        assertThat(before.differenceTo(before).isEmpty()).isTrue();
    }

    private static TableReader reader(String platform) {
        return Platforms.shipped().get(platform).tables().stream()
                .filter(reader -> reader.kind() == TableKind.NEIGHBOURS)
                .findFirst()
                .orElseThrow();
    }

    private static Table table(Row... rows) {
        return new Table(TableKind.NEIGHBOURS, List.of(rows));
    }

    private static Row row(String... cells) {
        return new Row(TableKind.NEIGHBOURS, List.of(cells));
    }
}
