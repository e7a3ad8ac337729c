package chaperone.server.job;

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
    Task<JobLineBatch> jobLineTask(JobRunner runner) {
        return Tasks.custom(NAME, JobLineBatch.class)
                .onDeadExecutionRevive()
                .onFailure(new FailureHandler.OnFailureRetryLater<>(Duration.ofSeconds(3)))
                .execute((instance, context) -> next(runner.run(instance.getData())));
    }

    private static CompletionHandler<JobLineBatch> next(JobRunner.Next next) {
        return switch (next) {
            case DONE -> new OnCompleteRemove<>();
            case LATER -> new OnCompleteReschedule<>(Schedules.fixedDelay(Duration.ofMillis(300)));
        };
    }
}
