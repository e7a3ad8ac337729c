package chaperone.server.reading;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Duration;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Begins a pass every few seconds, in one server process at a time. */
@Configuration(proxyBeanMethods = false)
class ReadingTask {
    private static final Duration TICK = Duration.ofSeconds(10);

    @Bean
    @ConditionalOnProperty(name = "chaperone.reading", havingValue = "true", matchIfMissing = true)
    RecurringTask<Void> readingPassTask(ReadingPass pass) {
        return Tasks.recurring("reading-pass", FixedDelay.of(TICK)).execute((instance, context) -> pass.begin());
    }
}
