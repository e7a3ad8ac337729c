package chaperone.connect.shell;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ShellReplyTest {
    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
        show x~a~b~sw:admin>                                   | show x |          | a/b/
        a~b~sw:admin>                                          | show x |          | a/b/
        show x~a~-- more --^        ^b~sw:admin>               | show x | -- more -- | a/b/
        show x~a~-- more --b~-- more --^   ^c~sw:admin>        | show x | -- more -- | a/b/c/
        show x~sw:admin>                                       | show x |          | ``
        show x~  a  ~~  b~sw:admin>                            | show x |          | `  a  //  b/`
        """)
    void keepsOnlyWhatTheDeviceMeant(String raw, String command, String pageEnd, String expected) {
        byte[] bytes = raw.replace("~", "\r\n").replace("^", "\r").getBytes(StandardCharsets.ISO_8859_1);
        assertThat(ShellReply.read(bytes, command, pageEnd == null ? "" : pageEnd))
                .isEqualTo(expected.replace("/", "\n"));
    }
}
