package chaperone.server.standard;

import chaperone.core.answer.KnownDepartures;
import chaperone.core.answer.Question;
import chaperone.server.event.Events;
import chaperone.server.fleet.Fleet;
import chaperone.server.reading.OverdueDevices;
import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Clock;
import java.time.Duration;
import java.util.HashSet;
import java.util.Set;
import java.util.function.LongConsumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Of a device that was not seen for too long nothing is known to hold; once it is seen again it is judged. */
@Component
class StaleVerdicts {
    private static final Logger LOG = LoggerFactory.getLogger(StaleVerdicts.class);

    private final OverdueDevices overdue;
    private final Judgings judgings;
    private final Soundness soundness;
    private final Fleet fleet;
    private final Events events;
    private final TransactionTemplate transaction;
    private final Clock clock;

    StaleVerdicts(
            OverdueDevices overdue,
            Judgings judgings,
            Soundness soundness,
            Fleet fleet,
            Events events,
            TransactionTemplate transaction,
            Clock clock) {
        this.overdue = overdue;
        this.judgings = judgings;
        this.soundness = soundness;
        this.fleet = fleet;
        this.events = events;
        this.transaction = transaction;
        this.clock = clock;
    }

    /** Every half a minute, in one process. */
    @Configuration(proxyBeanMethods = false)
    static class Task {
        private static final Duration TICK = Duration.ofSeconds(30);

        @Bean
        RecurringTask<Void> staleVerdictsTask(StaleVerdicts stale) {
            return Tasks.recurring("stale-verdicts", FixedDelay.of(TICK)).execute((instance, context) -> stale.tick());
        }
    }

    void tick() {
        Set<Long> late = overdue.now();
        Set<Long> known = judgings.stale();
        Set<Long> seen = new HashSet<>(known);
        seen.removeAll(late);
        late.removeAll(known);
        late.forEach(device -> alone(device, this::forget));
        seen.forEach(device -> alone(device, this::judge));
    }

    /** One that cannot be done holds up no other; it is tried again with the next tick. */
    private void alone(long device, LongConsumer work) {
        try {
            transaction.executeWithoutResult(status -> work.accept(device));
        } catch (RuntimeException e) {
            LOG.warn("What is known of device {} could not be brought up to date", device, e);
        }
    }

    private void judge(long id) {
        judgings.stale(id, false);
        fleet.find(id).ifPresent(device -> soundness.judge(device, clock.instant()));
        events.fleetMoved();
    }

    /** Nothing where no standard in force has judged it. */
    private void forget(long id) {
        if (judgings.stale(id, true) == 0) return;
        fleet.find(id).ifPresent(device -> device.answer(Question.SOUND, KnownDepartures.NOT_SEEN, clock.instant()));
        events.fleetMoved();
    }
}
