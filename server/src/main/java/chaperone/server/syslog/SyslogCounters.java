package chaperone.server.syslog;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicLong;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** How many log messages came since this process began, and how many were lost: here, and in the system before. */
@Component
class SyslogCounters {
    private static final Logger LOG = LoggerFactory.getLogger(SyslogCounters.class);
    private static final List<Path> SOCKETS = List.of(Path.of("/proc/net/udp"), Path.of("/proc/net/udp6"));
    private static final int MOST_SENDERS = 1000;
    private static final int NAMED = 5;

    private final Clock clock;
    private final Instant since;
    private final AtomicLong received = new AtomicLong();
    private final AtomicLong notRead = new AtomicLong();
    private final AtomicLong notNoted = new AtomicLong();
    private final Map<String, Long> droppedOf = new LinkedHashMap<>();
    private long dropped;
    private Optional<Instant> lastDroppedAt = Optional.empty();
    private volatile int port;
    private volatile boolean isListening;

    SyslogCounters(Clock clock) {
        this.clock = clock;
        since = clock.instant();
    }

    /** @param address of whom messages were dropped; {@code messages} how many */
    record Loser(String address, long messages) {}

    /**
     * @param listening whether this process takes log messages at all
     * @param notRead messages that are none (RFC 5424, RFC 3164)
     * @param notNoted log-ins and edits that are not kept: a device said too much at once, or the database did not take them
     * @param dropped since too many came at once
     * @param droppedBySystem before this process could take them
     * @param most from whom most of those came that were dropped here
     */
    record LogCountsView(
            boolean listening,
            Instant since,
            long received,
            long notRead,
            long notNoted,
            long dropped,
            long droppedBySystem,
            Optional<Instant> lastDroppedAt,
            List<Loser> most) {}

    /** By streams, of which nothing is lost. */
    void listens() {
        isListening = true;
    }

    void listensAt(int port) {
        isListening = true;
        this.port = port;
    }

    void received() {
        received.incrementAndGet();
    }

    void notNoted(int messages) {
        notNoted.addAndGet(messages);
    }

    void notRead() {
        notRead.incrementAndGet();
    }

    synchronized void dropped(String address) {
        Instant now = clock.instant();
        boolean isNew =
                lastDroppedAt.filter(last -> last.plusSeconds(60).isAfter(now)).isEmpty();
        if (isNew) LOG.warn("Log messages come faster than they can be read, from {} among others", address);
        dropped++;
        lastDroppedAt = Optional.of(now);
        if (droppedOf.containsKey(address) || droppedOf.size() < MOST_SENDERS) droppedOf.merge(address, 1L, Long::sum);
    }

    synchronized LogCountsView view() {
        List<Loser> most = droppedOf.entrySet().stream()
                .map(entry -> new Loser(entry.getKey(), entry.getValue()))
                .sorted(Comparator.comparingLong(Loser::messages).reversed())
                .limit(NAMED)
                .toList();
        return new LogCountsView(
                isListening,
                since,
                received.get(),
                notRead.get(),
                notNoted.get(),
                dropped,
                droppedBySystem(),
                lastDroppedAt,
                most);
    }

    /** Linux counts them for each socket, in the last column; 0 where nobody tells. */
    private long droppedBySystem() {
        long sum = 0;
        String local = String.format(Locale.ROOT, ":%04X", port);
        for (Path sockets : SOCKETS) {
            try {
                for (String line : port == 0 ? List.<String>of() : Files.readAllLines(sockets)) {
                    String[] columns = line.strip().split("\\s+");
                    if (columns.length > 12 && columns[1].endsWith(local))
                        sum += Long.parseLong(columns[columns.length - 1]);
                }
            } catch (IOException | NumberFormatException e) {
                LOG.debug("{} does not tell what was lost", sockets, e);
            }
        }
        return sum;
    }
}
