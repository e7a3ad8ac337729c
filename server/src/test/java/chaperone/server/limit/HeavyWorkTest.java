package chaperone.server.limit;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;

class HeavyWorkTest {

    @Test
    void anAccountHasItsTurnsAndAllTogetherHaveTheirs() throws InterruptedException {
        HeavyWork work = new HeavyWork(3, 2, Duration.ofMillis(20));
        HeavyWork.Turn first = work.enter("anand").orElseThrow();
        work.enter("anand").orElseThrow();
        assertThat(work.enter("anand")).as("two for an account").isEmpty();
        work.enter("lindgren").orElseThrow();
        assertThat(work.enter("keel")).as("three in all").isEmpty();
        first.end();
        assertThat(work.enter("keel")).isPresent();
    }

    @Test
    void whoWaitsGetsTheTurnThatBecomesFree() throws Exception {
        HeavyWork work = new HeavyWork(1, 1, Duration.ofSeconds(20));
        HeavyWork.Turn first = work.enter("anand").orElseThrow();
        ExecutorService other = Executors.newSingleThreadExecutor();
        try {
            Future<Optional<HeavyWork.Turn>> waiting = other.submit(() -> work.enter("anand"));
            assertThat(waiting.isDone()).isFalse();
            first.end();
            assertThat(waiting.get()).isPresent();
        } finally {
            other.shutdownNow();
        }
    }

    @Test
    void accountsThatWantNothingAreForgotten() throws InterruptedException {
        HeavyWork work = new HeavyWork(2, 1, Duration.ZERO);
        for (int i = 0; i < 1000; i++) work.enter("account" + i).orElseThrow().end();
        assertThat(work)
                .extracting("accounts")
                .asInstanceOf(org.assertj.core.api.InstanceOfAssertFactories.MAP)
                .isEmpty();
    }
}
