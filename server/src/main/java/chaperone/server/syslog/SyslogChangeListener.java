package chaperone.server.syslog;

import chaperone.core.origin.LogMessage;
import chaperone.core.origin.Trace;
import chaperone.core.origin.Visitor;
import chaperone.core.platform.LogPatterns.Told;
import chaperone.core.platform.Platform;
import chaperone.server.copy.DeviceCopy;
import chaperone.server.copy.QuickReading;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.DeviceFacts;
import chaperone.server.fleet.EventKind;
import chaperone.server.fleet.Fleet;
import chaperone.server.fleet.Fleet.Sender;
import chaperone.server.lease.DeviceAccess;
import chaperone.server.origin.DeviceTrace;
import chaperone.server.origin.Origins;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.problem.ProblemException;
import chaperone.server.task.Schedulers;
import java.time.Clock;
import java.time.Duration;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.scheduling.concurrent.ThreadPoolTaskScheduler;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Copies a device that says that it was edited. A person who edits says so several times: the copy waits a moment, and
 * one that waits already is enough. Anybody can send such a message; all it can do is to have a device looked at.
 */
@Component
class SyslogChangeListener implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(SyslogChangeListener.class);
    private static final Duration MOMENT = Duration.ofSeconds(2);
    private static final Duration NEXT_TRY = Duration.ofSeconds(10);
    private static final int MOST_TRIES = 6;
    private static final int AT_ONCE = 4;
    private static final int MOST_WAITING = 1000;

    private final Fleet fleet;
    private final PlatformRegistry platforms;
    private final DeviceFacts facts;
    private final DeviceAccess access;
    private final QuickReading reading;
    private final Origins origins;
    private final TransactionTemplate transaction;
    private final Clock clock;
    private final Set<Long> waiting = ConcurrentHashMap.newKeySet();
    private final ThreadPoolTaskScheduler workers = Schedulers.interruptible("syslog-changes", AT_ONCE);

    SyslogChangeListener(
            Fleet fleet,
            PlatformRegistry platforms,
            DeviceFacts facts,
            DeviceAccess access,
            QuickReading reading,
            Origins origins,
            TransactionTemplate transaction,
            Clock clock) {
        this.fleet = fleet;
        this.platforms = platforms;
        this.facts = facts;
        this.access = access;
        this.reading = reading;
        this.origins = origins;
        this.transaction = transaction;
        this.clock = clock;
    }

    /**
     * Messages of devices that are not in the fleet, or that tell of something else, are passed over. What comes from an
     * address that is not the device's own has it looked at, and is kept nowhere: anybody can have sent it.
     *
     * @param senders whom the messages of a batch come from, found out once for each
     * @return who was there, if the device itself says so and it was not Chaperone
     */
    Optional<DeviceTrace> hear(LogMessage message, String address, Senders senders) {
        if (!mayTell(message)) return Optional.empty();
        Optional<Sender> sender = senders.of(message.host(), address);
        Optional<Told> told = sender.flatMap(found -> told(found.device(), message));
        if (told.isEmpty()) return Optional.empty();
        Device device = sender.get().device();
        boolean isOwn = sender.get().isOwnAddress();
        if (told.get().kind() == Trace.Kind.EDIT)
            lookSoon(device, isOwn, told.get().visitor(), address);
        if (!isOwn || isOurLogIn(device, told.get(), senders)) return Optional.empty();
        return Optional.of(
                new DeviceTrace(device.id(), told.get().kind(), told.get().visitor(), clock.instant()));
    }

    /** Chaperone logs in all the time; what it edits it knows. */
    private static boolean isOurLogIn(Device device, Told told, Senders senders) {
        return told.kind() == Trace.Kind.LOG_IN
                && senders.accountsOf(device).contains(told.visitor().account());
    }

    private void lookSoon(Device device, boolean isOwn, Visitor visitor, String address) {
        if (waiting.size() >= MOST_WAITING || !waiting.add(device.id())) return;
        try {
            if (isOwn) note(device.id(), claim(visitor, address));
        } catch (RuntimeException e) {
            // Not noted is no reason to be deaf: the look tells what it is about.
            LOG.error("{} said that it was edited, which could not be noted", device.name(), e);
        }
        wait(device, MOMENT, MOST_TRIES);
    }

    private void note(long device, String claim) {
        transaction.executeWithoutResult(
                status -> fleet.find(device).ifPresent(found -> facts.note(found, EventKind.EDITED, "", claim)));
    }

    boolean isWaiting(long device) {
        return waiting.contains(device);
    }

    /** Whether any platform would take it for a log-in or an edit: asked first, since it costs nothing. */
    private boolean mayTell(LogMessage message) {
        return platforms.current().all().stream()
                .flatMap(platform -> platform.log().stream())
                .anyMatch(log -> log.in(message).isPresent());
    }

    private Optional<Told> told(Device device, LogMessage message) {
        return platforms
                .current()
                .find(device.platform())
                .flatMap(Platform::log)
                .flatMap(log -> log.in(message));
    }

    /** What the message says of itself, and where it came from: nobody has proved any of it. */
    private static String claim(Visitor visitor, String address) {
        StringBuilder claim = new StringBuilder();
        for (String[] part :
                new String[][] {{"account", visitor.account()}, {"from", visitor.from()}, {"way", visitor.way()}}) {
            if (part[1].isEmpty()) continue;
            claim.append(claim.isEmpty() ? "claimed: " : ", ").append(part[0] + ' ' + part[1]);
        }
        return claim.append(claim.isEmpty() ? "" : "; ")
                .append("message from ")
                .append(address)
                .toString();
    }

    private void wait(Device device, Duration moment, int tries) {
        Schedulers.after(workers, moment, () -> copy(device, tries));
    }

    private void copy(Device device, int tries) {
        // Whatever the device says from now on is news again.
        waiting.remove(device.id());
        try {
            access.take(
                    device.siteName(),
                    device.host(),
                    device.port(),
                    () -> reading.read(device.id(), Duration.ZERO, DeviceCopy.TABLES_AFTER));
            origins.findAgain(device.id(), clock.instant());
        } catch (ProblemException busy) {
            if (tries > 1 && waiting.add(device.id())) wait(device, NEXT_TRY, tries - 1);
        } catch (RuntimeException e) {
            LOG.error("{} said that it was edited and could not be copied", device.name(), e);
        }
    }

    @Override
    public void destroy() {
        workers.shutdown();
    }
}
