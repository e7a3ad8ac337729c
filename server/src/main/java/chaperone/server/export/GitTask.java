package chaperone.server.export;

import chaperone.server.task.Schedulers;
import java.time.Duration;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.scheduling.concurrent.ThreadPoolTaskScheduler;
import org.springframework.stereotype.Component;

/** Brings the Git repository up to date once a minute, if an administrator wants one. */
@Component
class GitTask implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(GitTask.class);
    private static final Duration TIME = Duration.ofMinutes(1);

    private final GitUpdate update;
    private final ThreadPoolTaskScheduler timer = Schedulers.interruptible("git", 1);

    GitTask(GitUpdate update) {
        this.update = update;
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        Schedulers.every(timer, TIME, this::tick);
    }

    private void tick() {
        try {
            update.tick();
        } catch (RuntimeException e) {
            LOG.error("The Git repository could not be brought up to date", e);
        }
    }

    @Override
    public void destroy() {
        timer.shutdown();
    }
}
