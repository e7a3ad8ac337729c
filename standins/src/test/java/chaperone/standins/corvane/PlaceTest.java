package chaperone.standins.corvane;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.standins.device.Words;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PlaceTest {
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        VLAN        | 1            | 4094         | 0           | 4095
        VLANS       | 3            | 3,4,4094     | 3,,4        | 3,4095
        PORT        | 1/0/1        | 12/0/48      | 1/0         | 1/0/x
        ADDRESS     | 192.0.2.1    | 0.0.0.0      | 192.0.2     | 192.0.2.256
        PREFIX      | 192.0.2.0/24 | 0.0.0.0/0    | 192.0.2.0   | 192.0.2.0/33
        WHERE       | any          | 192.0.2.0/27 | all         | 192.0.2.0
        PERCENT     | 0            | 100          | 101         | -1
        WEIGHT      | 1            | 255          | 0           | 256
        PORT_NUMBER | 1            | 65535        | 0           | 65536
        LEVEL       | view         | admin        | root        | views
        LINE_NUMBER | 1            | 9999         | 0           | 10000
        """)
    void takesWhatItSaysAndNothingBeyond(Place place, String least, String most, String wrong, String beyond) {
        assertThat(List.of(place.takes(least), place.takes(most))).containsOnly(true);
        assertThat(List.of(place.takes(wrong), place.takes(beyond))).containsOnly(false);
    }

    @Test
    void aTextMayHoldBlanksInQuotationMarks() {
        assertThat(Words.of("vlan 340  \"fish market\" x")).containsExactly("vlan", "340", "\"fish market\"", "x");
        assertThat(Place.TEXT.takes("\"fish market\"")).isTrue();
        assertThat(Place.TEXT.takes("\"fish")).isFalse();
    }
}
