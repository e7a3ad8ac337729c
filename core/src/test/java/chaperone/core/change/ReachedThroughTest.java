package chaperone.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.change.ConfigEdit.Typed;
import chaperone.core.platform.Platforms;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ReachedThroughTest {
    private static final String SWITCH = """
            name quay-acc-1
            account chaperone level admin secret c1.8f2e
            account guest level admin secret c1.1111
            vlan 330 "ticket hall"
            vlan 331 "beside 192.0.2.21"
            vlan 950 "management"
            gateway vlan 950
              address 192.0.2.21/24
              up
            log-server 192.0.2.210
            """;
    private static final String SMALL = """
            { "model" : "P8M", "name" : "mv-curlew-sw-1", "address" : "192.0.2.21",
              "accounts" : [ { "name" : "chaperone", "level" : "full", "secret" : "p1.aa" } ] }
            """;

    @ParameterizedTest
    @CsvSource(delimiterString = " => ", textBlock = """
            vlan 340 "fish market" => nothing
            not vlan 331 => nothing
            not account guest => nothing
            not log-server 192.0.2.210 => nothing
            not account chaperone => Chaperone's account
            gateway vlan 950|address 192.0.2.22/24|up => management address, the address 192.0.2.21
            not gateway vlan 950 => management address, the address 192.0.2.21
            reach cable => remote shell
            """)
    void saysWhatItIsCalledBy(String lines, String expected) {
        assertThat(lost("corvane", SWITCH, lines)).isEqualTo(expected.replace("nothing", ""));
    }

    /** A platform that says nothing of it: the address itself tells. */
    @ParameterizedTest
    @CsvSource(delimiterString = " => ", textBlock = """
            { "address" : "192.0.2.22" } => the address 192.0.2.21
            { "welcome" : "of 192.0.2.21" } => nothing
            """)
    void theAddressTellsByItself(String lines, String expected) {
        assertThat(lost("pellon", SMALL, lines)).isEqualTo(expected.replace("nothing", ""));
    }

    private static String lost(String name, String base, String lines) {
        var platform = Platforms.shipped().get(name);
        ConfigModel model = ConfigModel.of(platform, platform.noise());
        Target target = Target.of(base, List.of(new Typed(Arrays.asList(lines.split("\\|")))), model);
        assertThat(target.misfits()).as("%s", target.misfits()).isEmpty();
        return String.join(
                ", ",
                new ReachedThrough("192.0.2.21", Set.of("chaperone"), platform.firstContact()).lostBy(target, model));
    }
}
