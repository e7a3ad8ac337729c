package chaperone.core.patch;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.change.ConfigModel;
import chaperone.core.noise.Noise;
import chaperone.core.patch.References.StatementPlace;
import chaperone.core.platform.Platforms;
import java.util.List;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ReferencesTest {
    private static final String SWITCH = """
            name quay
            vlan 110
              text desks
            vlan 340
              text kiosks
            port 1
              member vlan 110
            port 2
              carry vlan 110,340
              text 340
            gateway vlan 340
              address 192.0.2.1/24
            """;
    private static final String FIREWALL = """
            zone inside ports 1
            port 1 address 192.0.2.1/24
            object till 192.0.2.7
            object bank 198.51.100.9
            bundle tills till
            service pay tcp 8443
            rule 10 from inside source tills destination bank service pay allow
            rule 20 from inside source any destination till service any deny
            """;

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            corvane  | 0  |                             | name quay   |
            corvane  | 1  |                             | vlan 110    | port 1 / member vlan 110; port 2 / carry vlan 110,340
            corvane  | 2  |                             | vlan 110    | port 1 / member vlan 110; port 2 / carry vlan 110,340
            corvane  | 3  |                             | vlan 340    | port 2 / carry vlan 110,340; gateway vlan 340
            corvane  | 8  | vlan 110; vlan 340          | port 2      |
            corvane  | 9  |                             | port 2      |
            corvane  | 10 | vlan 340                    | gateway vlan 340 |
            corvane  | 99 |                             |             |
            brisling | 2  |                             | object till 192.0.2.7 | bundle tills till; rule 20 from inside source any destination till service any deny
            brisling | 6  | zone inside ports 1; object bank 198.51.100.9; bundle tills till; service pay tcp 8443 | rule 10 from inside source tills destination bank service pay allow |
            """)
    void tellsWhatUsesWhat(String platform, int line, String uses, String definition, String usedBy) {
        References found = of(platform, line);
        assertThat(said(found.uses())).isEqualTo(uses == null ? "" : uses);
        assertThat(found.definition().map(StatementPlace::text).orElse(""))
                .isEqualTo(definition == null ? "" : definition);
        assertThat(said(found.usedBy())).isEqualTo(usedBy == null ? "" : usedBy);
    }

    /** Whatever a line uses is used by it. */
    @Test
    void bothDirectionsAgree() {
        for (String platform : List.of("corvane", "brisling")) {
            for (int line = 0; line < text(platform).lines().count(); line++) {
                int here = line;
                for (StatementPlace used : of(platform, line).uses())
                    assertThat(of(platform, used.line()).usedBy())
                            .extracting(StatementPlace::line)
                            .contains(here);
                for (StatementPlace user : of(platform, line).usedBy())
                    assertThat(of(platform, user.line()).uses())
                            .contains(of(platform, here).definition().orElseThrow());
            }
        }
    }

    @Test
    void aFamilyThatDoesNotSayHasNone() {
        ConfigModel model = ConfigModel.of(Platforms.shipped().get("pellon"), Noise.NONE);
        assertThat(model.references("{ \"name\": \"quay\" }", 0)).isEqualTo(References.NONE);
    }

    private static String text(String platform) {
        return platform.equals("corvane") ? SWITCH : FIREWALL;
    }

    private static References of(String platform, int line) {
        return ConfigModel.of(Platforms.shipped().get(platform), Noise.NONE).references(text(platform), line);
    }

    private static String said(List<StatementPlace> places) {
        return places.stream()
                .map(place -> (place.path().isEmpty() ? "" : String.join(" / ", place.path()) + " / ") + place.text())
                .collect(Collectors.joining("; "));
    }
}
