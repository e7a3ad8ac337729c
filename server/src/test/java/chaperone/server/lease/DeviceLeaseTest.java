package chaperone.server.lease;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.connect.conversation.ConversationLimits;
import chaperone.connect.conversation.ConversationLimits.Permit;
import chaperone.server.lease.DeviceLease.Lease;
import chaperone.server.support.TestPostgres;
import chaperone.server.support.TestServer;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.postgresql.ds.PGSimpleDataSource;

/** Two server processes at one database, each with leases of its own. */
class DeviceLeaseTest {
    private PGSimpleDataSource database;
    private AdvisoryLocks hereLocks;
    private AdvisoryLocks thereLocks;
    private DeviceLease here;
    private DeviceLease there;

    @BeforeEach
    void start() {
        database = new PGSimpleDataSource();
        database.setUrl(TestPostgres.freshDatabase());
        database.setUser("postgres");
        hereLocks = new AdvisoryLocks(database);
        thereLocks = new AdvisoryLocks(database);
        here = new DeviceLease(hereLocks);
        there = new DeviceLease(thereLocks);
    }

    @AfterEach
    void stop() {
        hereLocks.end();
        thereLocks.end();
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
            hereLocks.end();
            // The database ends the session a moment after its connection.
            while (true) {
                try (Lease next = there.take(List.of("a 22"))) {
                    if (next.holds("a 22")) break;
                }
            }
        }
    }

    @Test
    void whoeverHoldsALeaseLearnsThatItsConnectionBroke() throws SQLException {
        try (Lease lease = here.take(List.of("a 22"))) {
            AtomicInteger told = new AtomicInteger();
            lease.whenLost(told::incrementAndGet);
            assertThat(lease.isStillHeld()).isTrue();
            breakConnections();
            assertThat(lease.isStillHeld()).as("asked before a write").isFalse();
            assertThat(lease.holds("a 22")).isFalse();
            assertThat(told).hasValue(1);
            lease.whenLost(told::incrementAndGet);
            assertThat(told).as("said at once to whoever asks later").hasValue(2);
            try (Lease next = there.take(List.of("a 22"))) {
                assertThat(next.holds("a 22")).isTrue();
            }
        }
        try (Lease again = here.take(List.of("a 22"))) {
            assertThat(again.holds("a 22"))
                    .as("the holder's own end took nothing from others")
                    .isTrue();
        }
    }

    /** The connection is there again before the first question, so the lock is granted, but not on the one that was counted. */
    @Test
    void aLockGrantedWhileItsConnectionBrokeIsLostAndStaysWithNobody() {
        AtomicReference<AdvisoryLocks> breaking = new AtomicReference<>();
        PGSimpleDataSource connections = new PGSimpleDataSource() {
            @Override
            public Connection getConnection() throws SQLException {
                breaking.get().end();
                return super.getConnection();
            }
        };
        connections.setUrl(database.getURL());
        connections.setUser("postgres");
        breaking.set(new AdvisoryLocks(connections));
        try (AdvisoryLocks.Held lost = breaking.get().take(List.of("a 22"))) {
            assertThat(lost.isLost()).isTrue();
        }
        try (Lease next = there.take(List.of("a 22"))) {
            assertThat(next.holds("a 22")).isTrue();
        }
        breaking.get().end();
    }

    /** Each holder asks for another's lock while the connection that both live on is being lost. */
    @Test
    void aLockTakenAgainWhileItsHolderIsBeingLostStaysWithNobody() {
        List<String> keys = IntStream.range(0, 12).mapToObj(i -> i + " 22").toList();
        List<AdvisoryLocks.Held> holders =
                keys.stream().map(key -> hereLocks.take(List.of(key))).toList();
        AtomicInteger again = new AtomicInteger();
        for (int i = 0; i < keys.size(); i++) {
            String key = keys.get(i);
            AdvisoryLocks.Held mine = holders.get(i);
            mine.giveBack(List.of(key));
            // Connections take turns: the sixth after it is on the same one.
            holders.get((i + 6) % keys.size()).whenLost(() -> {
                if (!mine.isLost() && mine.takeAgain(key)) again.incrementAndGet();
            });
        }
        hereLocks.end();
        holders.forEach(AdvisoryLocks.Held::close);
        assertThat(again).as("one of each pair is lost before the other").hasValue(6);
        try (Lease all = there.take(keys)) {
            assertThat(keys).allMatch(all::holds);
        }
    }

    @Test
    void aConversationThatHangsGivesTheOtherLeasesOfItsGroupBack() {
        try (Lease group = here.take(List.of("a 22", "b 22", "c 22"))) {
            assertThat(group.begin("a 22")).isTrue();
            here.giveWayToOthers();
            assertThat(group.holds("b 22")).as("it has not lasted long").isTrue();
            TestServer.await(
                    () -> {
                        here.giveWayToOthers();
                        return !group.holds("b 22");
                    },
                    "the others are given back");
            try (Lease other = there.take(List.of("a 22", "b 22"))) {
                assertThat(other.holds("a 22")).isFalse();
                assertThat(other.holds("b 22")).isTrue();
                assertThat(group.begin("b 22")).as("somebody else talks to it").isFalse();
                assertThat(group.begin("c 22")).isTrue();
            }
            assertThat(group.begin("b 22")).isTrue();
        }
    }

    @Test
    void placesHoldOverAllProcesses() throws Exception {
        ConversationPermits one = new ConversationPermits(new ConversationLimits(3, 2), hereLocks, 3, 2);
        ConversationPermits other = new ConversationPermits(new ConversationLimits(3, 2), thereLocks, 3, 2);
        Permit first = one.acquire("quay", Duration.ZERO).orElseThrow();
        Permit second = other.acquire("quay", Duration.ZERO).orElseThrow();
        assertThat(one.acquire("quay", Duration.ZERO)).as("two at a site").isEmpty();
        assertThat(other.acquire("quay", Duration.ZERO)).isEmpty();
        Permit third = other.acquire("hall", Duration.ZERO).orElseThrow();
        assertThat(one.acquire("staff", Duration.ZERO)).as("three in all").isEmpty();
        second.close();
        first.close();
        Permit fourth = one.acquire("quay", Duration.ofSeconds(5)).orElseThrow();
        third.close();
        fourth.close();
    }

    /** Within one process nobody waits for a place that is free: who takes one is in nobody's way. */
    @Test
    void placesThatAreFreeAreFoundAtOnce() throws Exception {
        int all = 24;
        ConversationPermits places = new ConversationPermits(new ConversationLimits(all, 2), hereLocks, all, 2);
        ExecutorService workers = Executors.newFixedThreadPool(all);
        AtomicInteger without = new AtomicInteger();
        try {
            List<Future<?>> each = IntStream.range(0, all)
                    .<Future<?>>mapToObj(worker -> workers.submit(() -> {
                        for (int i = 0; i < 200; i++) {
                            Optional<Permit> permit = places.acquire("site " + worker, Duration.ZERO);
                            if (permit.isEmpty()) without.incrementAndGet();
                            permit.ifPresent(Permit::close);
                        }
                        return null;
                    }))
                    .toList();
            for (Future<?> one : each) one.get();
        } finally {
            workers.shutdownNow();
        }
        assertThat(without).hasValue(0);
    }

    /** As a database does that is restarted, or a firewall between. */
    private void breakConnections() throws SQLException {
        try (Connection connection = database.getConnection();
                Statement statement = connection.createStatement()) {
            statement.execute("select pg_terminate_backend(pid) from pg_locks where locktype = 'advisory'"
                    + " and database = (select oid from pg_database where datname = current_database())");
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
