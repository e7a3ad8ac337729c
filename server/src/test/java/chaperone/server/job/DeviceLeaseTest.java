package chaperone.server.job;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.job.DeviceLease.Lease;
import chaperone.server.support.TestPostgres;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.postgresql.ds.PGSimpleDataSource;

/** Two server processes at one database, each with leases of its own. */
class DeviceLeaseTest {
    private DeviceLease here;
    private DeviceLease there;

    @BeforeEach
    void start() {
        PGSimpleDataSource database = new PGSimpleDataSource();
        database.setUrl(TestPostgres.freshDatabase());
        database.setUser("postgres");
        here = new DeviceLease(database);
        there = new DeviceLease(database);
    }

    @AfterEach
    void stop() {
        here.destroy();
        there.destroy();
    }

    @Test
    void whoeverComesSecondGetsTheOtherAddressesOnly() {
        try (Lease first = here.take(List.of("a 22", "b 22"));
                Lease second = there.take(List.of("b 22", "c 22"));
                Lease sameProcess = here.take(List.of("a 22", "c 22", "d 22"))) {
            assertThat(first.holds("a 22") && first.holds("b 22")).isTrue();
            assertThat(second.holds("b 22")).isFalse();
            assertThat(second.holds("c 22")).isTrue();
            assertThat(sameProcess.holds("a 22") || sameProcess.holds("c 22")).isFalse();
            assertThat(sameProcess.holds("d 22")).isTrue();
        }
        try (Lease all = there.take(List.of("a 22", "b 22", "c 22", "d 22"))) {
            assertThat(List.of("a 22", "b 22", "c 22", "d 22")).allMatch(all::holds);
        }
    }

    @Test
    void aProcessThatEndsLeavesItsLeases() {
        try (Lease lost = here.take(List.of("a 22"))) {
            assertThat(lost.holds("a 22")).isTrue();
            here.destroy();
            // The database ends the session a moment after its connection.
            while (true) {
                try (Lease next = there.take(List.of("a 22"))) {
                    if (next.holds("a 22")) break;
                }
            }
        }
    }

    @Test
    void noAddressHasTwoHolders() throws Exception {
        Set<String> talking = ConcurrentHashMap.newKeySet();
        AtomicInteger taken = new AtomicInteger();
        ExecutorService workers = Executors.newFixedThreadPool(8);
        try {
            List<Future<?>> all = IntStream.range(0, 8)
                    .<Future<?>>mapToObj(worker -> workers.submit(() -> {
                        for (int i = 0; i < 100; i++) talk(worker % 2 == 0 ? here : there, worker + i, talking, taken);
                    }))
                    .toList();
            for (Future<?> each : all) each.get();
        } finally {
            workers.shutdownNow();
        }
        assertThat(taken.get()).isGreaterThan(100);
        assertThat(talking).isEmpty();
    }

    private static void talk(DeviceLease leases, int seed, Set<String> talking, AtomicInteger taken) {
        List<String> wanted = List.of("d" + seed % 5, "d" + (seed * 3 + 1) % 5);
        try (Lease lease = leases.take(wanted)) {
            for (String address : Set.copyOf(wanted)) {
                if (!lease.holds(address)) continue;
                taken.incrementAndGet();
                assertThat(talking.add(address)).as(address).isTrue();
                talking.remove(address);
            }
        }
    }
}
