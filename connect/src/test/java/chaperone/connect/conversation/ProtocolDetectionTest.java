package chaperone.connect.conversation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A slow device speaks the protocol of a quick one: its greeting comes long after it was called. */
@Timeout(60)
class ProtocolDetectionTest {
    @ParameterizedTest
    @CsvSource({"SSH-2.0-deck, SSH", "account: , TELNET", "'\u0016\u0003\u0003', TLS", "'\u0015\u0003\u0003', TLS"})
    void aGreetingThatComesLateIsHeard(String greeting, ProtocolDetection expected) throws Exception {
        try (ServerSocket port = new ServerSocket(0, 50, InetAddress.getLoopbackAddress())) {
            new Thread(() -> answer(port, greeting)).start();
            assertThat(ProtocolDetection.of(endpoint(port), Patience.USUAL)).isEqualTo(expected);
        }
    }

    @ParameterizedTest
    @CsvSource({"SSH-2.0-deck, SSH", "account: , TELNET"})
    void whoSpeaksFirstIsNotSpokenTo(String greeting, ProtocolDetection expected) throws Exception {
        try (ServerSocket port = new ServerSocket(0, 50, InetAddress.getLoopbackAddress())) {
            Thread server = new Thread(() -> {
                try (Socket caller = port.accept()) {
                    say(caller, greeting);
                    assertThat(caller.getInputStream().read())
                            .as("nothing came")
                            .isEqualTo(-1);
                } catch (IOException e) {
                    throw new IllegalStateException(e);
                }
            });
            Throwable[] wrong = new Throwable[1];
            server.setUncaughtExceptionHandler((thread, thrown) -> wrong[0] = thrown);
            server.start();
            assertThat(ProtocolDetection.of(endpoint(port), Patience.USUAL)).isEqualTo(expected);
            server.join();
            assertThat(wrong[0]).isNull();
        }
    }

    @Test
    void aConnectionThatEndsWithoutAWordIsTold() throws Exception {
        try (ServerSocket port = new ServerSocket(0, 50, InetAddress.getLoopbackAddress())) {
            new Thread(() -> answer(port, "")).start();
            assertThatThrownBy(() -> ProtocolDetection.of(endpoint(port), Patience.USUAL))
                    .isInstanceOfSatisfying(
                            ConversationException.class,
                            e -> assertThat(e.kind()).isEqualTo(FailureKind.DROPPED));
        }
    }

    private static Endpoint endpoint(ServerSocket port) {
        return new Endpoint("127.0.0.1", port.getLocalPort());
    }

    /** Waits until it is spoken to: it is slower than anybody waits for a greeting. */
    private static void answer(ServerSocket port, String greeting) {
        try (Socket caller = port.accept()) {
            byte[] hello = caller.getInputStream().readNBytes(5);
            assertThat(hello[0]).as("a record of a handshake").isEqualTo((byte) 0x16);
            say(caller, greeting);
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    private static void say(Socket to, String words) throws IOException {
        OutputStream out = to.getOutputStream();
        out.write(words.getBytes(StandardCharsets.ISO_8859_1));
        out.flush();
    }
}
