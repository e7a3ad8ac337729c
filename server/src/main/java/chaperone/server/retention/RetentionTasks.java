package chaperone.server.retention;

import chaperone.server.content.Integrity;
import chaperone.server.task.Schedulers;
import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.Schedules;
import java.time.LocalTime;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.scheduling.concurrent.ThreadPoolTaskScheduler;

/** Every night, between the last sailing and the first: revisions are thinned out if a rule says so; all is checked. */
@Configuration(proxyBeanMethods = false)
class RetentionTasks implements DisposableBean {
    private static final LocalTime AT = LocalTime.of(3, 40);

    private final Retention retention;
    private final RetentionRuleRepository rules;
    private final Integrity integrity;
    private final ThreadPoolTaskScheduler worker = Schedulers.interruptible("integrity", 1);

    RetentionTasks(Retention retention, RetentionRuleRepository rules, Integrity integrity) {
        this.retention = retention;
        this.rules = rules;
        this.integrity = integrity;
    }

    /** Returns at once. */
    void check(String askedBy) {
        worker.execute(() -> integrity.pass(askedBy));
    }

    @Bean
    RecurringTask<Void> keepingTask() {
        return Tasks.recurring("keeping", Schedules.daily(AT)).execute((instance, context) -> {
            RetentionRule rule = rules.findById(RetentionRule.ONLY).orElseThrow();
            if (rule.isOn()) retention.thin(rule.keepCount(), rule.keepDays());
            integrity.pass("Chaperone");
        });
    }

    @Override
    public void destroy() {
        worker.shutdown();
    }
}
