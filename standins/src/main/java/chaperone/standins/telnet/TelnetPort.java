package chaperone.standins.telnet;

import chaperone.standins.device.Port;
import chaperone.standins.device.Shell;
import chaperone.standins.device.Terminal;
import chaperone.standins.device.Visit;
import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executor;
import java.util.concurrent.TimeUnit;
import java.util.function.BiFunction;
import java.util.function.Function;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** A Telnet server at one address (RFC 854; it echoes, RFC 857): account, password, then the device's shell. */
public final class TelnetPort implements Port {
    private static final Logger LOG = LoggerFactory.getLogger(TelnetPort.class);
    /** IAC WILL ECHO, IAC WILL SUPPRESS-GO-AHEAD. */
    private static final byte[] OFFERS = {(byte) 255, (byte) 251, 1, (byte) 255, (byte) 251, 3};

    private static final int ATTEMPTS = 3;
    private static final int ROWS = 24;
    private static final int PATIENCE_SECONDS = 5;
    private static final int MOST_PASSED_OVER = 100;

    private final InetSocketAddress address;
    private final BiFunction<String, String, Optional<String>> logIn;
    private final Function<Visit, Shell> shellOf;
    private final Executor executor;
    private final Set<Socket> open = ConcurrentHashMap.newKeySet();
    private Optional<ServerSocket> server = Optional.empty();
    private CountDownLatch listening = new CountDownLatch(0);

    public TelnetPort(
            InetSocketAddress address,
            BiFunction<String, String, Optional<String>> logIn,
            Function<Visit, Shell> shellOf,
            Executor executor) {
        this.address = address;
        this.logIn = logIn;
        this.shellOf = shellOf;
        this.executor = executor;
    }

    @Override
    public void open() {
        try {
            ServerSocket socket = new ServerSocket();
            socket.setReuseAddress(true);
            socket.bind(address);
            server = Optional.of(socket);
            CountDownLatch ended = new CountDownLatch(1);
            listening = ended;
            executor.execute(() -> {
                accept(socket);
                ended.countDown();
            });
        } catch (IOException e) {
            throw new UncheckedIOException("Cannot listen at " + address, e);
        }
    }

    private void accept(ServerSocket socket) {
        while (!socket.isClosed()) {
            try {
                Socket visitor = socket.accept();
                open.add(visitor);
                executor.execute(() -> serve(visitor));
            } catch (IOException e) {
                LOG.debug("No longer listening at {}", address, e);
            }
        }
    }

    private void serve(Socket visitor) {
        try (visitor) {
            visitor.setTcpNoDelay(true);
            visitor.getOutputStream().write(OFFERS);
            Terminal terminal = new Terminal(
                    new TelnetInput(visitor.getInputStream()), escaping(visitor.getOutputStream()), true, ROWS);
            Optional<Visit> visit = visit(terminal, (InetSocketAddress) visitor.getRemoteSocketAddress());
            if (visit.isPresent()) shellOf.apply(visit.get()).serve(terminal);
            sayGoodbye(visitor);
        } catch (IOException e) {
            LOG.debug("The visitor has gone", e);
        } finally {
            open.remove(visitor);
        }
    }

    /**
     * What came and was never read would make the end a reset, by which the last words can be lost on the way (RFC 2525,
     * section 2.17): first the other side is told that nothing more comes, then what it still sends is passed over.
     */
    private static void sayGoodbye(Socket visitor) throws IOException {
        visitor.shutdownOutput();
        visitor.setSoTimeout(PATIENCE_SECONDS * 1000);
        byte[] unread = new byte[512];
        for (int i = 0; i < MOST_PASSED_OVER && visitor.getInputStream().read(unread) >= 0; i++)
            LOG.trace("Passed over");
    }

    private Optional<Visit> visit(Terminal terminal, InetSocketAddress from) throws IOException {
        for (int i = 0; i < ATTEMPTS; i++) {
            Optional<String> account = terminal.readLine("account: ", true);
            if (account.isEmpty()) return Optional.empty();
            Optional<String> password = terminal.readLine("password: ", false);
            if (password.isEmpty()) return Optional.empty();
            Optional<String> level = logIn.apply(account.get(), password.get());
            if (level.isPresent()) return Optional.of(new Visit(account.get(), level.get(), from, "Telnet"));
            terminal.write("refused\n");
        }
        return Optional.empty();
    }

    /** A byte 255 of the device's own is sent twice. */
    private static OutputStream escaping(OutputStream out) {
        return new FilterOutputStream(out) {
            @Override
            public void write(byte[] bytes, int from, int count) throws IOException {
                int plainFrom = from;
                for (int i = from; i < from + count; i++) {
                    if (bytes[i] != (byte) 255) continue;
                    out.write(bytes, plainFrom, i + 1 - plainFrom);
                    plainFrom = i;
                }
                out.write(bytes, plainFrom, from + count - plainFrom);
            }
        };
    }

    @Override
    public int sessions() {
        return open.size();
    }

    @Override
    public void close() {
        try {
            if (server.isPresent()) server.get().close();
            // The kernel keeps the port as long as a thread waits at it, and whoever opens it next would be refused.
            if (!listening.await(PATIENCE_SECONDS, TimeUnit.SECONDS)) LOG.warn("Still listening at {}", address);
            for (Socket visitor : open) visitor.close();
        } catch (IOException e) {
            throw new UncheckedIOException("The port at " + address + " did not close", e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
