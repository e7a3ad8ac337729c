package chaperone.server.copy;

import chaperone.core.origin.LogMessage;
import chaperone.server.Settings;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/** Takes log messages by UDP (RFC 5426), one a datagram. One that cannot be read is passed over. */
@Component
class LogPort implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(LogPort.class);
    private static final int LARGEST = 8192;

    private final Settings.Log where;
    private final EditHearing hearing;
    private volatile @Nullable DatagramSocket socket;

    @Autowired
    LogPort(Settings settings, EditHearing hearing) {
        this(settings.log(), hearing);
    }

    LogPort(Settings.Log where, EditHearing hearing) {
        this.where = where;
        this.hearing = hearing;
    }

    @Override
    public void start() {
        if (where.port() == 0) return;
        DatagramSocket open;
        try {
            open = new DatagramSocket(new InetSocketAddress(where.address(), where.port()));
        } catch (IOException e) {
            throw new UncheckedIOException("No log messages can be heard at port " + where.port(), e);
        }
        socket = open;
        Thread thread = new Thread(() -> listen(open), "log-port");
        thread.setDaemon(true);
        thread.start();
    }

    private void listen(DatagramSocket open) {
        DatagramPacket packet = new DatagramPacket(new byte[LARGEST], LARGEST);
        while (isRunning()) {
            try {
                packet.setLength(LARGEST);
                open.receive(packet);
                String text = new String(packet.getData(), 0, packet.getLength(), StandardCharsets.UTF_8);
                String from = packet.getAddress().getHostAddress();
                LogMessage.read(text).ifPresent(message -> hearing.hear(message, from));
            } catch (IOException e) {
                if (isRunning()) LOG.warn("A log message was lost", e);
            } catch (RuntimeException e) {
                LOG.error("A log message could not be dealt with", e);
            }
        }
    }

    @Override
    public void stop() {
        DatagramSocket open = socket;
        if (open != null) open.close();
    }

    @Override
    public boolean isRunning() {
        DatagramSocket open = socket;
        return open != null && !open.isClosed();
    }
}
