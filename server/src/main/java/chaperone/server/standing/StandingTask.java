package chaperone.server.standing;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Looks at drift every few seconds, in one process. */
@Configuration(proxyBeanMethods = false)
class StandingTask {
    private static final Duration TICK = Duration.ofSeconds(10);

    @Bean
    RecurringTask<Void> standingRulesTask(StandingPass pass) {
        return Tasks.recurring("standing-rules", FixedDelay.of(TICK)).execute((instance, context) -> pass.tick());
    }
}
