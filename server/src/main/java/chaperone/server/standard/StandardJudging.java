package chaperone.server.standard;

import chaperone.server.fleet.DevicesPlacedEvent;
import chaperone.server.fleet.Fleet;
import chaperone.server.revision.RevisionsSettledEvent;
import chaperone.server.revision.RunningChangedEvent;
import chaperone.server.task.Schedulers;
import java.time.Clock;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.context.event.EventListener;
import org.springframework.scheduling.concurrent.ThreadPoolTaskScheduler;
import org.springframework.stereotype.Component;
import org.springframework.transaction.event.TransactionPhase;
import org.springframework.transaction.event.TransactionalEventListener;

/** When devices are judged: with a new configuration at once, and all of them when a standard was published. */
@Component
class StandardJudging implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(StandardJudging.class);

    private final Soundness soundness;
    private final Fleet fleet;
    private final Clock clock;
    private final ThreadPoolTaskScheduler worker = Schedulers.interruptible("judging", 1);

    StandardJudging(Soundness soundness, Fleet fleet, Clock clock) {
        this.soundness = soundness;
        this.fleet = fleet;
        this.clock = clock;
    }

    @EventListener
    void runningChanged(RunningChangedEvent changed) {
        soundness.judge(changed.device(), clock.instant());
    }

    @EventListener
    void settled(RevisionsSettledEvent settled) {
        soundness.judge(settled.device(), clock.instant());
    }

    @TransactionalEventListener(phase = TransactionPhase.AFTER_COMMIT)
    void published(StandardPublishedEvent published) {
        List<Long> all = fleet.standings().stream().map(Fleet.Standing::id).toList();
        for (long device : all) worker.execute(() -> judge(device));
    }

    /** Their site fills in other values, and other clauses may be for them. */
    @TransactionalEventListener(phase = TransactionPhase.AFTER_COMMIT)
    void placed(DevicesPlacedEvent placed) {
        for (long device : placed.devices()) worker.execute(() -> judge(device));
    }

    private void judge(long device) {
        try {
            soundness.judgeAnew(device, clock.instant());
        } catch (RuntimeException e) {
            LOG.error("Device {} could not be judged", device, e);
        }
    }

    @Override
    public void destroy() {
        worker.shutdown();
    }
}
