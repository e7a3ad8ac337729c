package chaperone.connect.ssh;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.Endpoint;
import chaperone.connect.conversation.FailureKind;
import chaperone.connect.conversation.Login;
import chaperone.connect.conversation.LoginProtocol;
import chaperone.connect.conversation.Patience;
import chaperone.connect.conversation.Target;
import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A port that speaks something else is told from one that does not answer, whenever its first words come. */
@Timeout(60)
class OtherProtocolTest {
    private static final Patience SHORT = new Patience(
            Duration.ofSeconds(2),
            Duration.ofSeconds(2),
            Duration.ofSeconds(1),
            Duration.ofSeconds(1),
            Duration.ofSeconds(10),
            100_000);

    @ParameterizedTest
    @ValueSource(
            strings = {"\u00ff\u00fd\u0018\u00ff\u00fb\u0001\r\naccount: ", "HTTP/1.1 400 Bad Request\r\n\r\n", ""})
    void whatAnswersIsSomethingElse(String greeting) throws Exception {
        try (ServerSocket port = new ServerSocket(0, 50, InetAddress.getLoopbackAddress());
                SshLink ssh = new SshLink(SHORT)) {
            new Thread(() -> greetAll(port, greeting)).start();
            Target target = new Target(
                    new Endpoint("127.0.0.1", port.getLocalPort()), new Login("a", "b", ""), Optional.empty());
            Set<FailureKind> kinds = EnumSet.noneOf(FailureKind.class);
            for (int i = 0; i < 100; i++) {
                kinds.add(catchThrowableOfType(ConversationException.class, () -> ssh.logIn(target, LoginProtocol.SSH))
                        .kind());
            }
            assertThat(kinds).containsExactly(FailureKind.OTHER_PROTOCOL);
        }
    }

    /** Says something and hangs up. */
    private static void greetAll(ServerSocket port, String greeting) {
        while (true) {
            try (Socket one = port.accept()) {
                one.getOutputStream().write(greeting.getBytes(StandardCharsets.ISO_8859_1));
            } catch (IOException e) {
                if (port.isClosed()) return;
            }
        }
    }
}
