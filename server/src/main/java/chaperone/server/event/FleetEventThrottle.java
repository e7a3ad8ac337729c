package chaperone.server.event;

import chaperone.server.task.Schedulers;
import java.time.Duration;
import java.util.concurrent.atomic.AtomicBoolean;
import org.hibernate.SessionFactory;
import org.hibernate.StatelessSession;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.scheduling.concurrent.ThreadPoolTaskScheduler;
import org.springframework.stereotype.Component;

/** Tells that the fleet has moved, at most every {@link #GATHER}: a sweep moves it a hundred times a second. */
@Component
public class FleetEventThrottle implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(FleetEventThrottle.class);
    static final Duration GATHER = Duration.ofMillis(300);

    private final SessionFactory sessions;
    private final AtomicBoolean waits = new AtomicBoolean();
    private final ThreadPoolTaskScheduler timer = Schedulers.interruptible("fleet-events", 1);

    FleetEventThrottle(SessionFactory sessions) {
        this.sessions = sessions;
    }

    /** To be called when the change is stored. */
    public void fleetMoved() {
        if (waits.compareAndSet(false, true)) Schedulers.after(timer, GATHER, this::tell);
    }

    private void tell() {
        waits.set(false);
        try (StatelessSession session = sessions.openStatelessSession()) {
            session.createNativeQuery("select cast(pg_notify(:channel, 'fleet 0') as text)", String.class)
                    .setParameter("channel", Events.CHANNEL)
                    .getResultList();
        } catch (RuntimeException e) {
            LOG.warn("Pages were not told that the fleet has moved: {}", e.getMessage());
        }
    }

    @Override
    public void destroy() {
        timer.shutdown();
    }
}
