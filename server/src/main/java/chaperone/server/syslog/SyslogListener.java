package chaperone.server.syslog;

import chaperone.core.origin.LogMessage;
import chaperone.server.Settings;
import chaperone.server.credential.LogInAccounts;
import chaperone.server.fleet.Fleet;
import chaperone.server.origin.DeviceTrace;
import chaperone.server.origin.Traces;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/**
 * Takes log messages by UDP (RFC 5426), one a datagram. One thread only takes them off the socket; another deals with
 * them in batches, in which what was said twice counts once. What comes faster is dropped, and counted.
 */
@Component
class SyslogListener implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(SyslogListener.class);
    private static final int LARGEST = 8192;
    /** Asked of the system, which may give less. */
    private static final int RECEIVE_BUFFER = 8 * 1024 * 1024;

    private static final int MOST_WAITING = 20_000;
    private static final int BATCH = 2000;

    private final Settings.Log where;
    private final SyslogChangeListener listener;
    private final Fleet fleet;
    private final LogInAccounts accounts;
    private final Traces traces;
    private final SyslogCounters counts;
    private final TraceLimit limit = new TraceLimit();
    private final BlockingQueue<Said> waiting = new ArrayBlockingQueue<>(MOST_WAITING);
    private volatile @Nullable DatagramSocket socket;
    private volatile boolean isDealing;
    private Optional<Thread> reader = Optional.empty();

    /** A message as it came. */
    private record Said(String text, String from) {}

    @Autowired
    SyslogListener(
            Settings settings,
            SyslogChangeListener listener,
            Fleet fleet,
            LogInAccounts accounts,
            Traces traces,
            SyslogCounters counts) {
        this(settings.log(), listener, fleet, accounts, traces, counts);
    }

    SyslogListener(
            Settings.Log where,
            SyslogChangeListener listener,
            Fleet fleet,
            LogInAccounts accounts,
            Traces traces,
            SyslogCounters counts) {
        this.where = where;
        this.listener = listener;
        this.fleet = fleet;
        this.accounts = accounts;
        this.traces = traces;
        this.counts = counts;
    }

    @Override
    public void start() {
        isDealing = true;
        reader = Optional.of(begin("log-reader", this::deal));
        if (where.port() == 0) return;
        DatagramSocket open;
        try {
            open = new DatagramSocket(new InetSocketAddress(where.address(), where.port()));
            open.setReceiveBufferSize(RECEIVE_BUFFER);
        } catch (IOException e) {
            throw new UncheckedIOException("No log messages can be heard at port " + where.port(), e);
        }
        socket = open;
        counts.listensAt(where.port());
        begin("log-port", () -> receive(open));
    }

    void listens() {
        counts.listens();
    }

    /** A message that came by a stream: whoever sent it waits until there is room. */
    void take(String text, String from) throws InterruptedException {
        counts.received();
        waiting.put(new Said(text, from));
    }

    Thread begin(String name, Runnable work) {
        Thread thread = new Thread(work, name);
        thread.setDaemon(true);
        thread.start();
        return thread;
    }

    private void receive(DatagramSocket open) {
        DatagramPacket packet = new DatagramPacket(new byte[LARGEST], LARGEST);
        while (isOpen()) {
            try {
                packet.setLength(LARGEST);
                open.receive(packet);
                String text = new String(packet.getData(), 0, packet.getLength(), StandardCharsets.UTF_8);
                String from = packet.getAddress().getHostAddress();
                counts.received();
                if (!waiting.offer(new Said(text, from))) counts.dropped(from);
            } catch (IOException e) {
                if (isOpen()) LOG.warn("Log messages cannot be received: {}", e.getMessage());
            }
        }
    }

    private void deal() {
        List<Said> batch = new ArrayList<>();
        while (isDealing) {
            try {
                batch.clear();
                batch.add(waiting.take());
                waiting.drainTo(batch, BATCH);
                deal(new LinkedHashSet<>(batch));
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return;
            }
        }
    }

    private void deal(Set<Said> batch) {
        Senders senders = new Senders(fleet, accounts);
        List<DeviceTrace> told = new ArrayList<>();
        for (Said said : batch) {
            try {
                LogMessage.read(said.text())
                        .ifPresentOrElse(
                                message -> listener.hear(message, said.from(), senders)
                                        .ifPresent(trace -> keep(trace, told)),
                                counts::notRead);
            } catch (RuntimeException e) {
                LOG.error("A log message from {} could not be dealt with", said.from(), e);
            }
        }
        note(told);
    }

    private void keep(DeviceTrace trace, List<DeviceTrace> told) {
        if (limit.takes(trace)) told.add(trace);
        else counts.notNoted(1);
    }

    private void note(List<DeviceTrace> told) {
        try {
            traces.note(told);
        } catch (RuntimeException e) {
            counts.notNoted(told.size());
            LOG.error("{} log-ins and edits that devices told could not be noted", told.size(), e);
        }
    }

    @Override
    public void stop() {
        isDealing = false;
        reader.ifPresent(Thread::interrupt);
        DatagramSocket open = socket;
        if (open != null) open.close();
    }

    @Override
    public boolean isRunning() {
        return isDealing;
    }

    private boolean isOpen() {
        DatagramSocket open = socket;
        return open != null && !open.isClosed();
    }
}
