package chaperone.server.routine;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Duration;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Looks every few seconds, in one server process at a time. */
@Configuration(proxyBeanMethods = false)
class RoutineTask {
    private static final Duration TICK = Duration.ofSeconds(5);

    @Bean
    @ConditionalOnProperty(name = "chaperone.routines", havingValue = "true", matchIfMissing = true)
    RecurringTask<Void> routineClockTask(RoutineClock clock) {
        return Tasks.recurring("routine-clock", FixedDelay.of(TICK)).execute((instance, context) -> clock.tick());
    }
}
