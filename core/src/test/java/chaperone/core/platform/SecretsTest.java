package chaperone.core.platform;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SecretsTest {
    private final Secrets secrets = Platforms.shipped().get("corvane").secrets();

    @ParameterizedTest
    @ValueSource(strings = {"admin-secret c1.7f3a.00ff", "account bob level view secret c1.7f3a.00ff"})
    void hidesWhatIsSecret(String line) {
        assertThat(secrets.masked(line)).doesNotContain("c1.7f3a").startsWith(line.substring(0, line.indexOf("c1.")));
    }

    @Test
    void showsThatASecretChanged() {
        assertThat(secrets.masked("admin-secret one")).isNotEqualTo(secrets.masked("admin-secret two"));
    }

    @Test
    void leavesOtherLinesAlone() {
        assertThat(secrets.masked("vlan 30 \"secret garden\"")).isEqualTo("vlan 30 \"secret garden\"");
    }
}
