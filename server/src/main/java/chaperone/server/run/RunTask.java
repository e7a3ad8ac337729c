package chaperone.server.run;

import chaperone.server.lease.LeaseLostException;
import com.github.kagkarlsson.scheduler.task.CompletionHandler;
import com.github.kagkarlsson.scheduler.task.CompletionHandler.OnCompleteRemove;
import com.github.kagkarlsson.scheduler.task.CompletionHandler.OnCompleteReschedule;
import com.github.kagkarlsson.scheduler.task.FailureHandler;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import com.github.kagkarlsson.scheduler.task.schedule.Schedules;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The durable task behind each run: when its process dies, another one, or the next start, takes it up. */
@Configuration(proxyBeanMethods = false)
class RunTask {
    static final String NAME = "change-run";
    private static final Duration AGAIN = Duration.ofSeconds(2);
    private static final Duration TICK = Duration.ofSeconds(5);

    @Bean
    Task<String> changeRunTask(RunEngine engine) {
        return Tasks.custom(NAME, String.class)
                .onDeadExecutionRevive()
                .onFailure(new FailureHandler.OnFailureRetryLater<>(AGAIN))
                .execute((instance, context) -> carriedOut(engine, Long.parseLong(instance.getData())));
    }

    @Bean
    RecurringTask<Void> dueRunsTask(DueRuns due) {
        return Tasks.recurring("due-changes", FixedDelay.of(TICK)).execute((instance, context) -> due.tick());
    }

    private static CompletionHandler<String> carriedOut(RunEngine engine, long run) {
        try {
            engine.run(run);
            return new OnCompleteRemove<>();
        } catch (LeaseLostException e) {
            return new OnCompleteReschedule<>(Schedules.fixedDelay(AGAIN));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return new OnCompleteReschedule<>(Schedules.fixedDelay(AGAIN));
        }
    }
}
