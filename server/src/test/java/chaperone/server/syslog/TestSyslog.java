package chaperone.server.syslog;

import chaperone.server.Settings;
import chaperone.server.credential.LogInAccounts;
import chaperone.server.fleet.Fleet;
import chaperone.server.origin.Traces;
import chaperone.server.support.TestServer;
import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import org.springframework.context.ApplicationContext;

/** The server of a test takes log messages at a port of its own, to which its stand-ins send theirs. */
public final class TestSyslog implements AutoCloseable {
    private final SyslogListener listener;
    private final SyslogCounters counts;
    private final int port;

    private TestSyslog(SyslogListener listener, SyslogCounters counts, int port) {
        this.listener = listener;
        this.counts = counts;
        this.port = port;
    }

    public static TestSyslog start(TestServer server, int port) {
        ApplicationContext beans = server.context();
        SyslogCounters counts = new SyslogCounters(Clock.systemUTC());
        SyslogListener listener = new SyslogListener(
                Settings.Log.byUdp("127.0.0.1", port),
                beans.getBean(SyslogChangeListener.class),
                beans.getBean(Fleet.class),
                beans.getBean(LogInAccounts.class),
                beans.getBean(Traces.class),
                counts);
        listener.start();
        return new TestSyslog(listener, counts, port);
    }

    SyslogListener listener() {
        return listener;
    }

    SyslogCounters counts() {
        return counts;
    }

    /** @param from an address of this machine */
    public void send(String text, String from) throws IOException {
        try (DatagramSocket socket = new DatagramSocket(new InetSocketAddress(from, 0))) {
            byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
            socket.send(new DatagramPacket(bytes, bytes.length, new InetSocketAddress("127.0.0.1", port)));
        }
    }

    @Override
    public void close() {
        listener.stop();
    }
}
