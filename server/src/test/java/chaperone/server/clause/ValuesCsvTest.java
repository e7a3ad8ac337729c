package chaperone.server.clause;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ValuesCsvTest {
    private static final Set<String> SITES = Set.of("Dunsay", "Cairn Point, north");

    @Test
    void readsWhatASpreadsheetWrites() {
        assertThat(ValuesCsv.read(
                        "\uFEFFsite,log,clock\r\n\"Cairn Point, north\",203.0.113.9,\r\nDunsay, 203.0.113.8 ,'-x\r\n\r\n",
                        SITES))
                .isEqualTo(Map.of(
                        "Cairn Point, north",
                        Map.of("log", "203.0.113.9"),
                        "Dunsay",
                        Map.of("log", "203.0.113.8", "clock", "-x")));
        assertThat(ValuesCsv.read("site\n", SITES)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "''                          | first column",
                "device,log~Dunsay,1         | first column",
                "site,Log~Dunsay,1           | Line 1: \"Log\"",
                "site,log~Nowhere,1          | Line 2, site: there is no site \"Nowhere\"",
                "site,log~Dunsay,1~Dunsay,2  | Line 3, site: \"Dunsay\" stands there twice",
                "site,log~Dunsay             | Line 2, csv: it has 1 cells",
                "site,log,log~Dunsay,1,2     | Line 1: a field stands there twice",
                "site,log~Dunsay,\"1         | CSV",
            })
    void namesTheLineThatCannotBeRead(String csv, String said) {
        assertThatThrownBy(() -> ValuesCsv.read(csv.replace('~', '\n'), SITES)).hasMessageContaining(said);
    }
}
