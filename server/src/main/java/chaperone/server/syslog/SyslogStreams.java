package chaperone.server.syslog;

import chaperone.server.Settings;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.time.Duration;
import java.util.Collection;
import java.util.Optional;
import java.util.concurrent.ConcurrentLinkedQueue;
import javax.net.ServerSocketFactory;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.ssl.SslBundles;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/**
 * Takes log messages by TCP (RFC 6587) and by TLS (RFC 5425). Whoever sends faster than they are read is made to wait, so
 * that nothing is lost; a connection that says nothing for long is ended.
 */
@Component
class SyslogStreams implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(SyslogStreams.class);
    private static final int MOST_CONNECTIONS = 200;
    /** So many of one address: whoever holds them open keeps nobody else out. */
    private static final int MOST_OF_ONE = 8;

    private static final Duration LONGEST_SILENCE = Duration.ofMinutes(15);

    private final Settings.Log where;
    private final SslBundles bundles;
    private final SyslogListener listener;
    private final Collection<ServerSocket> open = new ConcurrentLinkedQueue<>();
    private final Collection<Socket> connections = new ConcurrentLinkedQueue<>();
    private volatile boolean isRunning;

    @Autowired
    SyslogStreams(Settings settings, SslBundles bundles, SyslogListener listener) {
        this(settings.log(), bundles, listener);
    }

    SyslogStreams(Settings.Log where, SslBundles bundles, SyslogListener listener) {
        this.where = where;
        this.bundles = bundles;
        this.listener = listener;
    }

    @Override
    public void start() {
        isRunning = true;
        if (where.tcpPort() != 0) open(ServerSocketFactory.getDefault(), where.tcpPort());
        if (where.tlsPort() != 0)
            open(bundles.getBundle(where.tlsBundle()).createSslContext().getServerSocketFactory(), where.tlsPort());
    }

    private void open(ServerSocketFactory sockets, int port) {
        try {
            ServerSocket socket = sockets.createServerSocket(port, 50, InetAddress.getByName(where.address()));
            open.add(socket);
            listener.listens();
            listener.begin("log-port-" + port, () -> accept(socket));
        } catch (IOException e) {
            throw new UncheckedIOException("No log messages can be heard at port " + port, e);
        }
    }

    private void accept(ServerSocket socket) {
        while (isRunning) {
            try {
                Socket connection = socket.accept();
                if (connections.size() >= MOST_CONNECTIONS || ofOne(connection.getInetAddress()) >= MOST_OF_ONE)
                    refuse(connection);
                else {
                    connections.add(connection);
                    listener.begin("log-connection", () -> read(connection));
                }
            } catch (IOException e) {
                if (isRunning) LOG.warn("A connection for log messages could not be taken: {}", e.getMessage());
            }
        }
    }

    private long ofOne(InetAddress address) {
        return connections.stream()
                .filter(connection -> address.equals(connection.getInetAddress()))
                .count();
    }

    private static void refuse(Socket connection) throws IOException {
        LOG.warn("{} has too many connections for log messages, or all have", connection.getInetAddress());
        connection.close();
    }

    private void read(Socket connection) {
        String from = connection.getInetAddress().getHostAddress();
        try (connection) {
            connection.setSoTimeout((int) LONGEST_SILENCE.toMillis());
            SyslogFrames frames = new SyslogFrames(connection.getInputStream());
            Optional<String> message;
            while ((message = frames.next()).isPresent()) listener.take(message.get(), from);
        } catch (IOException e) {
            if (isRunning) LOG.info("Log messages of {} ended: {}", from, e.getMessage());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } finally {
            connections.remove(connection);
        }
    }

    @Override
    public void stop() {
        isRunning = false;
        open.forEach(SyslogStreams::close);
        connections.forEach(SyslogStreams::close);
        open.clear();
    }

    private static void close(AutoCloseable socket) {
        try {
            socket.close();
        } catch (Exception e) {
            LOG.debug("Was closed already", e);
        }
    }

    @Override
    public boolean isRunning() {
        return isRunning;
    }
}
