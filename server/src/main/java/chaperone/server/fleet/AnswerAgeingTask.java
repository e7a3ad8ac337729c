package chaperone.server.fleet;

import chaperone.server.task.Schedulers;
import java.time.Duration;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.scheduling.concurrent.ThreadPoolTaskScheduler;
import org.springframework.stereotype.Component;

/** Lets answers age, once a minute. Several servers may do it beside each other. */
@Component
class AnswerAgeingTask implements DisposableBean {
    private static final Duration TIME = Duration.ofMinutes(1);

    private final AnswerAgeing ageing;
    private final ThreadPoolTaskScheduler timer = Schedulers.interruptible("answer-ageing", 1);

    AnswerAgeingTask(AnswerAgeing ageing) {
        this.ageing = ageing;
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        timer.execute(this::all);
        Schedulers.every(timer, TIME, this::all);
    }

    private void all() {
        int asked;
        do asked = ageing.pass();
        while (asked == AnswerAgeing.MOST && !Thread.currentThread().isInterrupted());
    }

    @Override
    public void destroy() {
        timer.shutdown();
    }
}
