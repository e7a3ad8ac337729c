package chaperone.server.demo;

import chaperone.core.config.ConfigBytes;
import chaperone.core.origin.LogMessage;
import chaperone.core.platform.Platform;
import chaperone.server.copy.CopyStore;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.history.Accounting;
import chaperone.server.origin.DeviceTrace;
import chaperone.server.origin.Traces;
import chaperone.server.platform.PlatformRegistry;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Timestamp;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.springframework.context.annotation.Profile;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * Takes over what the stand-ins showed and said in the weeks before, in its order, by the same ways as what they show and
 * say now: copies every night and after an edit, log messages when they would have come.
 */
@Component
@Profile("demo")
class DemoPast {
    private static final LocalTime NIGHTLY = LocalTime.of(2, 30);
    /** What is older somebody has been through. */
    private static final Duration ACCOUNTED = Duration.ofDays(5);

    private static final String BY = "r.anand";
    /** It was at sea for a week, where nobody reached it. */
    private static final String SHIP = "mv-curlew-sw-1";

    private static final Duration LEFT = Duration.ofDays(13);
    private static final Duration RETURNED = Duration.ofDays(6);

    private final Fleet fleet;
    private final CopyStore copies;
    private final Traces traces;
    private final PlatformRegistry platforms;
    private final Accounting accounting;
    private final JdbcClient database;
    private final DemoStandards standards;
    private final DemoClock clock;
    private final Instant begin;

    DemoPast(
            Fleet fleet,
            CopyStore copies,
            Traces traces,
            PlatformRegistry platforms,
            Accounting accounting,
            JdbcClient database,
            DemoStandards standards,
            DemoClock clock) {
        this.fleet = fleet;
        this.copies = copies;
        this.traces = traces;
        this.platforms = platforms;
        this.accounting = accounting;
        this.database = database;
        this.standards = standards;
        this.clock = clock;
        begin = clock.instant();
    }

    /** @param own the folder of the device's past */
    void of(String name, Path own) {
        Device device = fleet.get(name);
        try {
            Platform platform = platforms.get(device.platform());
            traces.note(Files.readAllLines(own.resolve("messages.log")).stream()
                    .flatMap(line -> trace(device, platform, line).stream())
                    .toList());
            boolean isShip = name.equals(SHIP);
            Optional<String> before = Optional.empty();
            boolean isJudged = false;
            for (Map.Entry<Instant, String> each : seen(own, isShip).entrySet()) {
                Instant at = each.getKey();
                if (isShip && at.equals(returned())) clock.at(left(), () -> copies.failed(device.id(), "NO_ANSWER"));
                else before.ifPresent(text -> copyTheNightBefore(device.id(), text, at));
                if (!isJudged && before.isPresent()) isJudged = standards.judgeFirst(device.id(), at);
                clock.at(at, () -> copies.storePast(device.id(), each.getValue(), at));
                standards.judge(device.id(), at);
                before = Optional.of(each.getValue());
            }
            if (!isJudged) standards.judgeFirst(device.id(), clock.instant());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** What was seen when: of a ship that was away what had become of it is seen when it is back. */
    private NavigableMap<Instant, String> seen(Path own, boolean isShip) throws IOException {
        NavigableMap<Instant, String> seen = new TreeMap<>();
        for (Path file : configurations(own)) {
            Instant edited = Instant.ofEpochSecond(
                    Long.parseLong(file.getFileName().toString().replace(".conf", "")));
            boolean isAway = isShip && edited.isAfter(left()) && edited.isBefore(returned());
            seen.put(isAway ? returned() : edited, ConfigBytes.decode(Files.readAllBytes(file)));
        }
        if (isShip) seen.putIfAbsent(returned(), seen.floorEntry(returned()).getValue());
        return seen;
    }

    private Instant left() {
        return begin.minus(LEFT);
    }

    private Instant returned() {
        return begin.minus(RETURNED);
    }

    /** The night before an edit all was as it had been. */
    private void copyTheNightBefore(long device, String text, Instant edited) {
        ZonedDateTime day = edited.atZone(ZoneOffset.UTC);
        ZonedDateTime night = day.with(NIGHTLY);
        Instant copied = (night.isBefore(day) ? night : night.minusDays(1)).toInstant();
        boolean isLater = fleet.find(device)
                .flatMap(Device::lastCopyAt)
                .filter(copied::isAfter)
                .isPresent();
        if (isLater) copies.storePast(device, text, copied);
    }

    private static Optional<DeviceTrace> trace(Device device, Platform platform, String line) {
        int end = line.indexOf(' ');
        Instant at = Instant.ofEpochSecond(Long.parseLong(line.substring(0, end)));
        return LogMessage.read(line.substring(end + 1))
                .flatMap(message -> platform.log().flatMap(log -> log.in(message)))
                .map(told -> new DeviceTrace(device.id(), told.kind(), told.visitor(), at));
    }

    private static List<Path> configurations(Path own) throws IOException {
        try (Stream<Path> files = Files.list(own)) {
            return files.filter(file -> file.toString().endsWith(".conf"))
                    .sorted()
                    .toList();
        }
    }

    /** Somebody has gone through all but the last days. */
    void account() {
        List<Long> old = database.sql("""
                        select id from revision
                        where kind = 'RUNNING' and origin = 'NOT_PLANNED' and first_copy_at < ?""")
                .param(Timestamp.from(clock.instant().minus(ACCOUNTED)))
                .query(Long.class)
                .list();
        if (!old.isEmpty()) accounting.account(old, "handed over", BY);
    }
}
