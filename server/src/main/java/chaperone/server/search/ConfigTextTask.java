package chaperone.server.search;

import chaperone.server.task.Schedulers;
import java.time.Duration;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.scheduling.concurrent.ThreadPoolTaskScheduler;
import org.springframework.stereotype.Component;

/** Writes what is missing of the texts that are searched, once a minute. Several servers may do it beside each other. */
@Component
class ConfigTextTask implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(ConfigTextTask.class);
    private static final Duration TIME = Duration.ofMinutes(1);

    private final ConfigTexts texts;
    private final ThreadPoolTaskScheduler timer = Schedulers.interruptible("config-texts", 1);

    ConfigTextTask(ConfigTexts texts) {
        this.texts = texts;
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        timer.execute(this::all);
        Schedulers.every(timer, TIME, this::all);
    }

    /** One damaged configuration would come again and again: the next pass is early enough then. */
    private void all() {
        try {
            int written;
            do written = texts.pass();
            while (written == ConfigTexts.MOST && !Thread.currentThread().isInterrupted());
        } catch (RuntimeException e) {
            LOG.error("Texts to be searched could not be written", e);
        }
    }

    @Override
    public void destroy() {
        timer.shutdown();
    }
}
