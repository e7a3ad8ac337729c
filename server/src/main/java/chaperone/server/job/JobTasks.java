package chaperone.server.job;

import chaperone.server.job.JobRunner.Where;
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

/** The durable task behind each line: a line in hand when its process dies is taken up by another, or after a restart. */
@Configuration(proxyBeanMethods = false)
class JobTasks {
    static final String NAME = "job-line";

    @Bean
    Task<Where> jobLineTask(JobRunner runner) {
        return Tasks.custom(NAME, Where.class)
                .onDeadExecutionRevive()
                .onFailure(new FailureHandler.OnFailureRetryLater<>(Duration.ofSeconds(3)))
                .execute((instance, context) -> {
                    long line = Long.parseLong(instance.getId().split("\\.")[0]);
                    return next(runner.run(line, instance.getData()));
                });
    }

    private static CompletionHandler<Where> next(JobRunner.Next next) {
        return switch (next) {
            case DONE -> new OnCompleteRemove<>();
            case LATER -> new OnCompleteReschedule<>(Schedules.fixedDelay(Duration.ofMillis(300)));
        };
    }
}
