package chaperone.server.console;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Ends the recordings of servers that died, soon after they did. */
@Configuration(proxyBeanMethods = false)
class RecordingTask {
    private static final Duration EVERY = Duration.ofSeconds(30);

    @Bean
    RecurringTask<Void> recordingsOfTheDeadTask(Recordings recordings) {
        return Tasks.recurring("recordings-of-the-dead", FixedDelay.of(EVERY))
                .execute((instance, context) -> recordings.endThoseOfTheDead());
    }
}
