package chaperone.standins.device;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TerminalTest {
    private final ByteArrayOutputStream screen = new ByteArrayOutputStream();

    /** Keys are written as they are sent: {@code ^M} is Enter, {@code ^H} backspace, {@code ^[} escape. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        show facts^M            | show facts
        show fcts^H^H^Hacts^M   | show facts
        wrong^Ushow facts^M     | show facts
        show facts^J            | show facts
        ^[[Ashow facts^[[D^M    | show facts
        ^H^Hx^M                 | x
        """)
    void readsALineAsItWasMeant(String keys, String line) throws IOException {
        assertThat(terminal(keys, true).readLine("> ", true)).contains(line);
    }

    @Test
    void takesReturnAndLineFeedForOneEnter() throws IOException {
        Terminal terminal = terminal("a^M^Jb^M^J", true);
        List<String> lines = new ArrayList<>();
        for (Optional<String> line = next(terminal); line.isPresent(); line = next(terminal)) lines.add(line.get());
        assertThat(lines).containsExactly("a", "b");
    }

    @Test
    void echoesWhatIsTypedButNotAPassword() throws IOException {
        Terminal terminal = terminal("admin^Mtide^M", true);
        terminal.readLine("sw> ", true);
        terminal.readLine("password: ", false);
        assertThat(screen.toString(StandardCharsets.ISO_8859_1)).isEqualTo("sw> admin\r\npassword: \r\n");
    }

    @Test
    void echoesNothingWhereThereIsNoScreen() throws IOException {
        Terminal terminal = terminal("show facts^J", false);
        terminal.readLine("sw> ", true);
        terminal.write("a\nb\n");
        assertThat(screen.toString(StandardCharsets.ISO_8859_1)).isEqualTo("sw> a\nb\n");
    }

    @Test
    void ctrlCGivesTheLineUpAndCtrlDEndsTheSession() throws IOException {
        Terminal terminal = terminal("vlan 3^C^D", true);
        assertThat(next(terminal)).contains("");
        assertThat(next(terminal)).isEmpty();
    }

    @Test
    void passesAnyBytes() throws IOException {
        assertThat(terminal("text \u00e4\u00ff^M", true).readLine("", true)).contains("text \u00e4\u00ff");
    }

    @Test
    void boundsTheLengthOfALine() throws IOException {
        assertThat(terminal("x".repeat(10_000) + "^M", false).readLine("", true).orElseThrow())
                .hasSizeLessThan(5_000);
    }

    private static Optional<String> next(Terminal terminal) throws IOException {
        return terminal.readLine("", true);
    }

    private Terminal terminal(String keys, boolean hasScreen) {
        String sent = keys.replace("^M", "\r")
                .replace("^J", "\n")
                .replace("^H", "\b")
                .replace("^U", "\u0015")
                .replace("^C", "\u0003")
                .replace("^D", "\u0004")
                .replace("^[", "\u001b");
        return new Terminal(
                new ByteArrayInputStream(sent.getBytes(StandardCharsets.ISO_8859_1)),
                screen,
                hasScreen,
                hasScreen ? 24 : 0);
    }
}
