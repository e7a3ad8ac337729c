package chaperone.core.inventory;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class DeviceNameTest {
    @ParameterizedTest
    @CsvSource({"brkw-core-1,brkw,core", "cairn-acc-12,cairn,access", "mv-curlew-sw-1,mv-curlew,switch"})
    void tellsSiteAndRole(String name, String site, String role) {
        DeviceName read = DeviceName.read(name).orElseThrow();
        assertThat(read.site()).isEqualTo(site);
        assertThat(read.roleInWords()).isEqualTo(role);
    }

    @ParameterizedTest
    @ValueSource(strings = {"switch", "brkw-1", "Brkw-core-1", "brkw-core-1x", "brkw-core-"})
    void otherNamesTellNothing(String name) {
        assertThat(DeviceName.read(name)).isEmpty();
    }

    @Test
    void keepsARoleThatItDoesNotKnow() {
        assertThat(DeviceName.read("ops-clock-2").orElseThrow().roleInWords()).isEqualTo("clock");
    }
}
