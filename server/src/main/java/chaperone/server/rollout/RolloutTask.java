package chaperone.server.rollout;

import chaperone.server.lease.LeaseLostException;
import com.github.kagkarlsson.scheduler.task.CompletionHandler;
import com.github.kagkarlsson.scheduler.task.CompletionHandler.OnCompleteRemove;
import com.github.kagkarlsson.scheduler.task.CompletionHandler.OnCompleteReschedule;
import com.github.kagkarlsson.scheduler.task.FailureHandler;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.Schedules;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The durable task behind each rollout: when its process dies, another one, or the next start, takes it up. */
@Configuration(proxyBeanMethods = false)
class RolloutTask {
    static final String NAME = "rollout";
    private static final Duration AGAIN = Duration.ofSeconds(2);

    @Bean
    Task<String> rolloutWork(RolloutEngine engine) {
        return Tasks.custom(NAME, String.class)
                .onDeadExecutionRevive()
                .onFailure(new FailureHandler.OnFailureRetryLater<>(AGAIN))
                .execute((instance, context) -> carriedOut(engine, Long.parseLong(instance.getData())));
    }

    private static CompletionHandler<String> carriedOut(RolloutEngine engine, long rollout) {
        try {
            engine.run(rollout);
            return new OnCompleteRemove<>();
        } catch (LeaseLostException e) {
            return new OnCompleteReschedule<>(Schedules.fixedDelay(AGAIN));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return new OnCompleteReschedule<>(Schedules.fixedDelay(AGAIN));
        }
    }
}
