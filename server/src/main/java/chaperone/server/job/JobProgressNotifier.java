package chaperone.server.job;

import chaperone.server.event.Events;
import chaperone.server.task.Schedulers;
import java.time.Clock;
import java.time.Duration;
import java.util.HashSet;
import java.util.Set;
import org.hibernate.SessionFactory;
import org.hibernate.StatelessSession;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.scheduling.concurrent.ThreadPoolTaskScheduler;
import org.springframework.stereotype.Component;

/**
 * Tells of jobs that have moved, at most every {@link #GATHER}, and ends those whose last line has ended.
 *
 * <p>Two lines that end at the same moment in two processes do not see each other: neither knows that it was the last.
 * So the question is asked after the fact, by whoever moved the job last, and once more every {@link #AGAIN}
 * for what a process left open when it died.
 */
@Component
class JobProgressNotifier implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(JobProgressNotifier.class);
    static final Duration GATHER = Duration.ofMillis(150);
    static final Duration AGAIN = Duration.ofSeconds(5);
    private static final String SETTLE = """
            with ended as (
              update job j set ended_at = coalesce((select max(l.ended_at) from job_line l where l.job_id = j.id), :now)
              where j.ended_at is null and (j.id = :id or :id = 0)
                and not exists (
                  select 1 from job_line l where l.job_id = j.id and l.state in ('WAITING', 'IN_HAND'))
              returning j.id),
            told as (select :id as id where :id <> 0 union select id from ended)
            select cast(pg_notify(:channel, 'job ' || id) as text) from told""";

    private final SessionFactory sessions;
    private final Clock clock;
    private final Set<Long> moved = new HashSet<>();
    private final ThreadPoolTaskScheduler timer = Schedulers.finishing("job-progress", 1);
    private volatile boolean running;

    JobProgressNotifier(SessionFactory sessions, Clock clock) {
        this.sessions = sessions;
        this.clock = clock;
    }

    void moved(long job) {
        synchronized (moved) {
            boolean isWaiting = !moved.isEmpty();
            moved.add(job);
            if (isWaiting || timer.getScheduledExecutor().isShutdown()) return;
        }
        Schedulers.after(timer, GATHER, this::tell);
    }

    private void tell() {
        Set<Long> jobs;
        synchronized (moved) {
            jobs = Set.copyOf(moved);
            moved.clear();
        }
        jobs.forEach(this::settle);
    }

    /** @param job 0 for all that are open */
    private void settle(long job) {
        try (StatelessSession session = sessions.openStatelessSession()) {
            session.createNativeQuery(SETTLE, String.class)
                    .setParameter("id", job)
                    .setParameter("now", clock.instant())
                    .setParameter("channel", Events.CHANNEL)
                    .getResultList();
        } catch (RuntimeException e) {
            LOG.warn("Job {} was not looked at and will be soon: {}", job, e.getMessage());
        }
    }

    @Override
    public void start() {
        running = true;
        timer.scheduleWithFixedDelay(() -> settle(0), AGAIN);
    }

    @Override
    public void stop() {
        tell();
        running = false;
        timer.shutdown();
    }

    @Override
    public boolean isRunning() {
        return running;
    }
}
