package chaperone.server.task;

import java.time.Duration;
import org.springframework.scheduling.concurrent.ThreadPoolTaskScheduler;

/**
 * Spring's schedulers, each with threads of its own, so that what is slow keeps nobody else waiting. What fails in a task
 * that comes again is logged, and it comes again all the same.
 */
public final class Schedulers {
    private static final int END_SECONDS = 5;

    private Schedulers() {}

    /** What is being done when it is shut down is interrupted. */
    public static ThreadPoolTaskScheduler interruptible(String name, int threads) {
        return started(name, threads, false);
    }

    /** What is being done when it is shut down is finished. */
    public static ThreadPoolTaskScheduler finishing(String name, int threads) {
        return started(name, threads, true);
    }

    /** Once, after some time. */
    public static void after(ThreadPoolTaskScheduler scheduler, Duration time, Runnable task) {
        scheduler.schedule(task, scheduler.getClock().instant().plus(time));
    }

    /** Again and again, with some time before each. */
    public static void every(ThreadPoolTaskScheduler scheduler, Duration time, Runnable task) {
        scheduler.scheduleWithFixedDelay(task, scheduler.getClock().instant().plus(time), time);
    }

    private static ThreadPoolTaskScheduler started(String name, int threads, boolean isFinishing) {
        ThreadPoolTaskScheduler scheduler = new ThreadPoolTaskScheduler();
        scheduler.setPoolSize(threads);
        scheduler.setThreadNamePrefix(name + "-");
        scheduler.setDaemon(true);
        scheduler.setWaitForTasksToCompleteOnShutdown(isFinishing);
        scheduler.setAwaitTerminationSeconds(END_SECONDS);
        scheduler.initialize();
        return scheduler;
    }
}
