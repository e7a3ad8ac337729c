package chaperone.core.origin;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class OlderLogMessageTest {

    /** The example of RFC 3164, section 5.4. */
    @Test
    void readsTheExampleOfTheRfc() {
        assertThat(LogMessage.read("<34>Oct 11 22:14:15 mymachine su: 'su root' failed for lonvick on /dev/pts/8"))
                .contains(
                        new LogMessage("mymachine", "su", "", Map.of(), "'su root' failed for lonvick on /dev/pts/8"));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
        <13>Feb  5 17:32:18 10.0.0.99 Use the BFG!        | 10.0.0.99 | ``   | Use the BFG!
        <189>Nov 30 07:01:02 gull-rtr-1 mgd[411]: EDITED x | gull-rtr-1 | mgd | EDITED x
        <189>EDITED by m.oduya                            | ``        | ``   | EDITED by m.oduya
        <189>mgd: EDITED                                  | ``        | ``   | mgd: EDITED
        """)
    void readsWhatDevicesLeaveOut(String text, String host, String program, String said) {
        assertThat(LogMessage.read(text)).hasValueSatisfying(message -> {
            assertThat(message.host()).isEqualTo(host);
            assertThat(message.program()).isEqualTo(program);
            assertThat(message.said()).isEqualTo(said);
        });
    }

    @Property
    void anyTextIsAMessageOrNone(@ForAll String text) {
        assertThat(LogMessage.read("<13>Feb  5 17:32:18 h " + text)
                        .map(LogMessage::host)
                        .orElse("h"))
                .isEqualTo("h");
        LogMessage.read("<13>" + text);
    }
}
