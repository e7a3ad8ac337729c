package chaperone.server.reading;

import chaperone.server.copy.QuickReading;
import chaperone.server.fleet.Device;
import chaperone.server.lease.DeviceAccess;
import chaperone.server.problem.ProblemException;
import chaperone.server.query.ChosenDevices;
import chaperone.server.query.Groups;
import chaperone.server.task.Schedulers;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.scheduling.concurrent.ThreadPoolTaskScheduler;
import org.springframework.stereotype.Component;

/**
 * Gives the devices that are due to a few threads of its own. A device that somebody else talks to, or whose site is
 * busy, is passed over: it stays due.
 */
@Component
class ReadingPass implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(ReadingPass.class);
    private static final int AT_ONCE = 16;
    /** In hand or waiting in this process. */
    private static final int MOST_IN_HAND = 500;

    private final ReadingPlanRepository plans;
    private final Groups groups;
    private final ChosenDevices due;
    private final DeviceAccess access;
    private final QuickReading reading;
    private final Clock clock;
    private final Set<Long> inHand = ConcurrentHashMap.newKeySet();
    private final ThreadPoolTaskScheduler workers = Schedulers.interruptible("reading", AT_ONCE);

    ReadingPass(
            ReadingPlanRepository plans,
            Groups groups,
            ChosenDevices due,
            DeviceAccess access,
            QuickReading reading,
            Clock clock) {
        this.plans = plans;
        this.groups = groups;
        this.due = due;
        this.access = access;
        this.reading = reading;
        this.clock = clock;
    }

    /** Takes up what is due now, and returns at once. */
    void begin() {
        List<String> earlier = new ArrayList<>();
        for (ReadingPlan plan : plans.findAllByOrderByPosition()) {
            Optional<String> group = plan.group().map(groups::queryFor);
            if (plan.isOn()) begin(plan, group, earlier);
            group.ifPresent(earlier::add);
        }
    }

    private void begin(ReadingPlan plan, Optional<String> group, List<String> earlier) {
        int room = MOST_IN_HAND - inHand.size();
        if (room <= 0) return;
        Instant limit = clock.instant().minus(plan.every());
        for (Device device : due.notTriedSince(limit, group, earlier, room)) {
            if (inHand.add(device.id())) workers.execute(() -> read(device, plan));
        }
    }

    private void read(Device device, ReadingPlan plan) {
        try {
            access.take(
                    device.siteName(),
                    device.host(),
                    device.port(),
                    () -> reading.read(device.id(), plan.fullAfter(), plan.tablesEvery()));
        } catch (ProblemException busy) {
            LOG.debug("{} is looked at later: {}", device.name(), busy.getMessage());
        } catch (RuntimeException e) {
            LOG.error("{} could not be looked at", device.name(), e);
        } finally {
            inHand.remove(device.id());
        }
    }

    /** How many devices are in hand or wait for their turn. */
    int inHand() {
        return inHand.size();
    }

    @Override
    public void destroy() {
        workers.shutdown();
    }
}
