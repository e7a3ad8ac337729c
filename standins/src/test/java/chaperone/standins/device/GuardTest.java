package chaperone.standins.device;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Delayed;
import java.util.concurrent.ScheduledThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

class GuardTest {
    private final ScheduledThreadPoolExecutor timer = new ScheduledThreadPoolExecutor(1);
    private final Guard guard = new Guard(timer);
    private final AtomicInteger backs = new AtomicInteger();

    @AfterEach
    void stop() {
        timer.shutdownNow();
    }

    @Test
    void goesBackWhenItsTimeHasComeAndIsOffThen() throws InterruptedException {
        CountDownLatch back = new CountDownLatch(1);
        guard.beginSeconds(0, back::countDown);
        assertThat(back.await(5, TimeUnit.SECONDS)).isTrue();
        assertThat(guard.isOn()).isFalse();
        assertThat(guard.end()).isFalse();
    }

    @Test
    void doesNothingOnceItWasEnded() throws InterruptedException {
        guard.beginMinutes(1, backs::incrementAndGet);
        assertThat(guard.isOn()).isTrue();
        assertThat(((Delayed) timer.getQueue().peek()).getDelay(TimeUnit.SECONDS))
                .isBetween(50L, 60L);
        assertThat(guard.end()).isTrue();
        assertThat(guard.isOn()).isFalse();
        timer.shutdown();
        assertThat(timer.awaitTermination(5, TimeUnit.SECONDS)).isTrue();
        assertThat(backs).hasValue(0);
    }

    @Test
    void anotherBeginningTakesThePlaceOfTheFirst() throws InterruptedException {
        CountDownLatch second = new CountDownLatch(1);
        guard.beginMinutes(1, backs::incrementAndGet);
        guard.beginSeconds(0, second::countDown);
        assertThat(second.await(5, TimeUnit.SECONDS)).isTrue();
        assertThat(backs).hasValue(0);
    }

    @Test
    void oneWhoseTimeNeverComesIsNeverOn() {
        Guard never = Guard.never();
        never.beginSeconds(0, backs::incrementAndGet);
        assertThat(never.isOn()).isFalse();
        assertThat(backs).hasValue(0);
    }
}
