package chaperone.core.origin;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.AlphaChars;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class LogMessageTest {

    /** The examples of RFC 5424, section 6.5. */
    @Test
    void readsTheExamplesOfTheRfc() {
        LogMessage first = read("<34>1 2003-10-11T22:14:15.003Z mymachine.example.com su - ID47 -"
                + " \uFEFF'su root' failed for lonvick on /dev/pts/8");
        assertThat(first)
                .isEqualTo(new LogMessage(
                        "mymachine.example.com", "su", "ID47", Map.of(), "'su root' failed for lonvick on /dev/pts/8"));
        LogMessage third = read(
                "<165>1 2003-10-11T22:14:15.003Z mymachine.example.com evntslog - ID47"
                        + " [exampleSDID@32473 iut=\"3\" eventSource=\"Application\" eventID=\"1011\"] \uFEFFAn application event");
        assertThat(third.data()).isEqualTo(Map.of("iut", "3", "eventSource", "Application", "eventID", "1011"));
        LogMessage fourth = read("<165>1 2003-10-11T22:14:15.003Z mymachine.example.com evntslog - ID47"
                + " [exampleSDID@32473 iut=\"3\"][examplePriority@32473 class=\"high\"]");
        assertThat(fourth.data()).containsOnlyKeys("iut", "class");
        assertThat(fourth.text()).isEmpty();
    }

    @Property
    void givesEveryValueBack(
            @ForAll @StringLength(max = 30) String value,
            @ForAll @AlphaChars @StringLength(min = 1, max = 9) String name) {
        String escaped = value.replace("\\", "\\\\").replace("\"", "\\\"").replace("]", "\\]");
        LogMessage message = read("<189>1 - brkw-core-1 corvane - EDITED [s@1 " + name + "=\"" + escaped + "\"] x");
        assertThat(message.data()).isEqualTo(Map.of(name, value));
        assertThat(message.said()).isEqualTo("EDITED x");
    }

    @Property
    void anyTextIsAMessageOrNone(@ForAll String text) {
        LogMessage.read(text);
        LogMessage.read("<1>1 - - - - - " + text);
        assertThat(LogMessage.read("<1>1 - - - - - [" + text)).satisfies(found -> {});
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "hello",
                "<34>",
                "<34>2 - - - - - -",
                "<34>1 - a b",
                "<x>1 - - - - - -",
                "<34>1 - - - - - [a b=\"c"
            })
    void isNotInThisForm(String text) {
        assertThat(LogMessage.read(text)).isEmpty();
    }

    private static LogMessage read(String text) {
        return LogMessage.read(text).orElseThrow();
    }
}
