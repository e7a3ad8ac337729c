package chaperone.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.platform.Platforms;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AddressMoveTest {
    private static final String HOST = "192.0.2.21";

    @ParameterizedTest
    @CsvSource(delimiterString = " => ", textBlock = """
            corvane  | gateway vlan 950;  address 192.0.2.21/24 | gateway vlan 950;  address 192.0.2.22/24 => 192.0.2.22
            corvane  | gateway vlan 950;  address 192.0.2.21/24 | gateway vlan 950;  address 192.0.2.22/27;  up => 192.0.2.22
            corvane  | gateway vlan 950;  address 192.0.2.21/24 | gateway vlan 951;  address 198.51.100.9/24 => 198.51.100.9
            corvane  | gateway vlan 950;  address 192.0.2.21/24 | gateway vlan 950;  up => nothing
            corvane  | gateway vlan 950;  address 192.0.2.21/24 | gateway vlan 950;  address 192.0.2.21/27 => nothing
            corvane  | gateway vlan 950;  address 192.0.2.21/24 | gateway vlan 951;  address 192.0.2.3/24;gateway vlan 952;  address 192.0.2.4/24 => nothing
            corvane  | gateway vlan 950;  address 192.0.2.211/24 | gateway vlan 950;  address 192.0.2.22/24 => nothing
            corvane  | log-server 192.0.2.9 | log-server 192.0.2.10 => nothing
            brisling | port e1 address 192.0.2.21/26 | port e1 address 192.0.2.61/26 => 192.0.2.61
            altamont | ports {;  lan-0 { address 192.0.2.21/29; };} | ports {;  lan-0 { address 192.0.2.3/29; };} => 192.0.2.3
            pellon   | { "address" : "192.0.2.21" } | { "address" : "192.0.2.22" } => 192.0.2.22
            """)
    void isFoundFromBothEnds(String texts, String expected) {
        String[] parts = texts.split(" +\\| ");
        var platform = Platforms.shipped().get(parts[0]);
        ConfigModel model = ConfigModel.of(platform, platform.noise());
        Promise there = new Promise(lines(parts[1]), lines(parts[2]));
        Promise back = new Promise(there.text(), there.base());
        if (expected.equals("nothing")) {
            assertThat(AddressMove.of(HOST, there, model)).isEmpty();
            assertThat(AddressMove.of(HOST, back, model)).isEmpty();
            return;
        }
        assertThat(AddressMove.of(HOST, there, model)).contains(new AddressMove(HOST, expected));
        assertThat(AddressMove.of(expected, there, model)).contains(new AddressMove(HOST, expected));
        assertThat(AddressMove.of(HOST, back, model)).contains(new AddressMove(expected, HOST));
        assertThat(new AddressMove(HOST, expected).other(expected)).isEqualTo(HOST);
    }

    private static String lines(String text) {
        return text.replace(";  ", "\n  ").replace(";gateway", "\ngateway").replace(";}", "\n}") + "\n";
    }
}
