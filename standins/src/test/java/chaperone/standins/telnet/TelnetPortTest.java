package chaperone.standins.telnet;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

@Timeout(30)
class TelnetPortTest {
    private final ExecutorService executor = Executors.newCachedThreadPool();

    @AfterEach
    void end() {
        executor.shutdownNow();
    }

    private TelnetPort port(InetSocketAddress address) {
        return new TelnetPort(
                address,
                (account, password) -> Optional.empty(),
                visit -> {
                    throw new AssertionError("nobody logs in here");
                },
                executor);
    }

    private static InetSocketAddress free() throws IOException {
        try (ServerSocket any = new ServerSocket()) {
            any.bind(new InetSocketAddress("127.20.99.1", 0));
            return (InetSocketAddress) any.getLocalSocketAddress();
        }
    }

    @Test
    void whatWasClosedCanBeOpenedAtOnce() throws IOException {
        InetSocketAddress address = free();
        for (int i = 0; i < 200; i++) {
            try (TelnetPort port = port(address)) {
                port.open();
            }
            try (ServerSocket next = new ServerSocket()) {
                next.setReuseAddress(true);
                next.bind(address, 1);
                assertThat(next.isBound()).isTrue();
            }
        }
    }

    /** Again and again: what was sent behind the last password must not take the last words away. */
    @RepeatedTest(50)
    void threeWrongLogInsEndTheVisit() throws IOException {
        InetSocketAddress address = free();
        try (TelnetPort port = port(address)) {
            port.open();
            try (Socket visitor = new Socket(address.getAddress(), address.getPort())) {
                visitor.getOutputStream().write("a\r\nb\r\n".repeat(3).getBytes(StandardCharsets.US_ASCII));
                String said = new String(visitor.getInputStream().readAllBytes(), StandardCharsets.ISO_8859_1);
                assertThat(said.split("refused", -1)).hasSize(4);
            }
        }
    }
}
