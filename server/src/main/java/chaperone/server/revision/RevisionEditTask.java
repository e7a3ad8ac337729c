package chaperone.server.revision;

import chaperone.server.event.ServerEvent;
import chaperone.server.event.ServerEventListener;
import chaperone.server.task.Schedulers;
import java.time.Duration;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.scheduling.concurrent.ThreadPoolTaskScheduler;
import org.springframework.stereotype.Component;

/**
 * Works out anew what was done to revisions where it is missing or was masked otherwise: now and then, and after a platform
 * moved.
 */
@Component
class RevisionEditTask implements ServerEventListener, DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(RevisionEditTask.class);
    private static final Duration MOMENT = Duration.ofSeconds(2);
    private static final Duration TIME = Duration.ofMinutes(10);

    private final RevisionEditPass pass;
    private final ThreadPoolTaskScheduler timer = Schedulers.interruptible("revision-edits", 1);

    RevisionEditTask(RevisionEditPass pass) {
        this.pass = pass;
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        timer.execute(this::all);
        Schedulers.every(timer, TIME, this::all);
    }

    @Override
    public void heard(ServerEvent heard) {
        // A moment later: this process may read the platforms anew by the same event.
        if (heard.kind().equals("platform")) Schedulers.after(timer, MOMENT, this::all);
    }

    private void all() {
        try {
            int written;
            do written = pass.pass();
            while (written == RevisionEditPass.MOST && !Thread.currentThread().isInterrupted());
        } catch (RuntimeException e) {
            LOG.error("What was done to revisions could not be worked out anew", e);
        }
    }

    @Override
    public void destroy() {
        timer.shutdown();
    }
}
