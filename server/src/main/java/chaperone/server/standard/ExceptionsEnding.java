package chaperone.server.standard;

import chaperone.server.audit.AuditLog;
import chaperone.server.event.Events;
import chaperone.server.exception.GrantedExceptions;
import chaperone.server.fleet.Fleet;
import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Clock;
import java.time.Duration;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Ends exceptions when their time has come, and judges their devices anew. */
@Component
class ExceptionsEnding {
    private static final Logger LOG = LoggerFactory.getLogger(ExceptionsEnding.class);
    private static final String ITSELF = "chaperone";

    private final GrantedExceptions exceptions;
    private final Soundness soundness;
    private final Fleet fleet;
    private final AuditLog audit;
    private final Events events;
    private final TransactionTemplate transaction;
    private final Clock clock;

    ExceptionsEnding(
            GrantedExceptions exceptions,
            Soundness soundness,
            Fleet fleet,
            AuditLog audit,
            Events events,
            TransactionTemplate transaction,
            Clock clock) {
        this.exceptions = exceptions;
        this.soundness = soundness;
        this.fleet = fleet;
        this.audit = audit;
        this.events = events;
        this.transaction = transaction;
        this.clock = clock;
    }

    /** Every half a minute, in one process. */
    @Configuration(proxyBeanMethods = false)
    static class Task {
        private static final Duration TICK = Duration.ofSeconds(30);

        @Bean
        RecurringTask<Void> exceptionsEndingTask(ExceptionsEnding ending) {
            return Tasks.recurring("exceptions", FixedDelay.of(TICK)).execute((instance, context) -> ending.tick());
        }
    }

    void tick() {
        for (long id : exceptions.over()) {
            try {
                transaction.executeWithoutResult(status -> end(id));
            } catch (RuntimeException e) {
                // The others end all the same; this one is tried again with the next tick.
                LOG.warn("Exception {} could not be ended", id, e);
            }
        }
    }

    private void end(long id) {
        exceptions
                .endByItself(id)
                .ifPresent(ended -> fleet.find(ended.waived().device()).ifPresent(device -> {
                    soundness.judge(device, clock.instant());
                    String what = ended.waived().tag() + ": " + ended.grant().reason();
                    audit.recordLater(ITSELF, "an exception ended", device.name(), what, true);
                    events.fleetMoved();
                }));
    }
}
