package chaperone.server.account;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chaperone.server.problem.ProblemException;
import chaperone.server.support.TestClock;
import chaperone.server.support.TestPostgres;
import java.time.Duration;
import java.time.Instant;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.postgresql.ds.PGSimpleDataSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DataSourceTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/** Two server processes at one database. */
class LogInBrakeTest {
    private static final String HERE = "192.0.2.1";
    private static final String THERE = "203.0.113.9";

    private final TestClock clock = new TestClock(Instant.parse("2026-11-23T08:00:00.123456789Z"));
    private TransactionTemplate transaction;
    private LogInBrake one;
    private LogInBrake other;

    @BeforeEach
    void start() {
        PGSimpleDataSource database = new PGSimpleDataSource();
        database.setUrl(TestPostgres.freshDatabase());
        database.setUser("postgres");
        JdbcClient client = JdbcClient.create(database);
        transaction = new TransactionTemplate(new DataSourceTransactionManager(database));
        one = new LogInBrake(client, clock);
        other = new LogInBrake(client, clock);
    }

    @Test
    void aNameHasToWaitLongerWithEachFailureWhereverItIsTried() {
        for (int i = 0; i < LogInBrake.FREE_FOR_ACCOUNT; i++) enter(i % 2 == 0 ? one : other, "Anand", THERE);
        mustWait(one, "anand", THERE);
        mustWait(other, "ANAND", THERE);
        clock.advance(LogInBrake.FIRST_WAIT.plusMillis(1));
        enter(one, "anand", THERE);
        clock.advance(LogInBrake.FIRST_WAIT.plusMillis(1));
        mustWait(one, "anand", THERE);
        clock.advance(LogInBrake.FIRST_WAIT.plusMillis(1));
        enter(one, "anand", THERE);
        enter(one, "lindgren", THERE);
    }

    @Test
    void strangersLockNobodyOutWhoComesFromWhereHeUsuallyDoes() {
        succeed("anand", HERE);
        for (int i = 0; i < LogInBrake.FREE_FOR_ACCOUNT; i++) enter(one, "anand", THERE);
        mustWait(one, "anand", THERE);
        enter(one, "anand", HERE);
    }

    @Test
    void anAddressThatTriesManyNamesHasToWait() {
        for (int i = 0; i < LogInBrake.FREE_FOR_ADDRESS; i++) enter(one, "name" + i, THERE);
        mustWait(other, "anand", THERE);
        enter(other, "anand", HERE);
    }

    /** Letters that a database may take for the plain ones: none of them is the name of an account. */
    @Test
    void lettersThatLookAlikeOpenNoCountOfTheirOwn() {
        String[] alike = {"\u0131", "\u017f", "\u212a", "a\u0301", "\uff41"};
        for (String each : alike) {
            assertThat(LogInBrake.isName("anan" + each)).isFalse();
            enter(one, "anan" + each, THERE);
        }
        mustWait(one, "any\u0131", THERE);
    }

    @Test
    void aSuccessBeginsAnew() {
        for (int i = 0; i < LogInBrake.FREE_FOR_ACCOUNT - 1; i++) enter(one, "anand", THERE);
        succeed("anand", THERE);
        for (int i = 0; i < LogInBrake.FREE_FOR_ACCOUNT; i++) enter(one, "anand", THERE);
        mustWait(one, "anand", THERE);
    }

    /** Counted before the password is looked at: many at the same moment get no more tries than one after the other. */
    @Test
    void manyAtOnceCountAsMany() throws InterruptedException {
        ExecutorService guessers = Executors.newFixedThreadPool(8);
        AtomicInteger through = new AtomicInteger();
        for (int i = 0; i < 40; i++) {
            LogInBrake brake = i % 2 == 0 ? one : other;
            guessers.execute(() -> {
                try {
                    enter(brake, "anand", THERE);
                    through.incrementAndGet();
                } catch (ProblemException e) {
                    // It has to wait.
                }
            });
        }
        guessers.shutdown();
        assertThat(guessers.awaitTermination(30, TimeUnit.SECONDS)).isTrue();
        assertThat(through).hasValue(LogInBrake.FREE_FOR_ACCOUNT);
    }

    @Test
    void quietIsForgotten() {
        for (int i = 0; i < LogInBrake.FREE_FOR_ACCOUNT; i++) enter(one, "anand", THERE);
        clock.advance(Duration.ofHours(1));
        for (int i = 0; i < LogInBrake.FREE_FOR_ACCOUNT; i++) enter(one, "anand", THERE);
    }

    private LogInBrake.Attempt enter(LogInBrake brake, String name, String address) {
        return transaction.execute(status -> brake.enter(name, address));
    }

    private void succeed(String name, String address) {
        LogInBrake.Attempt attempt = enter(one, name, address);
        transaction.executeWithoutResult(status -> one.succeeded(attempt));
    }

    private void mustWait(LogInBrake brake, String name, String address) {
        assertThatThrownBy(() -> enter(brake, name, address))
                .isInstanceOfSatisfying(
                        ProblemException.class,
                        problem -> assertThat(problem.status().value()).isEqualTo(429));
    }
}
