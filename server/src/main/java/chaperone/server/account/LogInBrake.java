package chaperone.server.account;

import chaperone.server.housekeeping.NightlyTask;
import chaperone.server.problem.ProblemException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Slows guessing down, over all server processes: what is tried is counted in the database before the password is
 * looked at, so that many at once count as many. The wait doubles with every further failure. It is counted for the
 * account, and for the address; who comes from where the account usually logs in is counted apart from the rest, so
 * that strangers can slow each other down and lock nobody out.
 */
@Component
class LogInBrake implements NightlyTask {
    static final int FREE_FOR_ACCOUNT = 5;
    static final int FREE_FOR_ADDRESS = 50;
    static final Duration FIRST_WAIT = Duration.ofSeconds(30);
    static final Duration LONGEST_WAIT = Duration.ofMinutes(15);
    /** After so much quiet the count begins anew. */
    private static final Duration FORGOTTEN = Duration.ofMinutes(30);

    private static final Pattern NAME = Pattern.compile("[A-Za-z0-9._-]{1,40}");

    private final JdbcClient database;
    private final Clock clock;

    LogInBrake(JdbcClient database, Clock clock) {
        this.database = database;
        this.clock = clock;
    }

    /** A try that was let through; it counts as a failure until it has succeeded. */
    record Attempt(Optional<String> account, String address, String key) {}

    /** Whether an account can be called so at all: letters that only look like others open no count of their own. */
    static boolean isName(String name) {
        return NAME.matcher(name).matches();
    }

    /** @throws ProblemException with the seconds to wait, if it must */
    @Transactional(propagation = Propagation.REQUIRES_NEW, noRollbackFor = ProblemException.class)
    public Attempt enter(String name, String address) {
        Optional<String> account =
                Optional.of(name).filter(LogInBrake::isName).map(each -> each.toLowerCase(Locale.ROOT));
        String key = account.map(each -> isUsual(each, address) ? "usual " + each + " " + address : "account " + each)
                .orElse("no name");
        count(key, FREE_FOR_ACCOUNT);
        count("address " + address, FREE_FOR_ADDRESS);
        return new Attempt(account, address, key);
    }

    /** For one's own password, which somebody at an open page may try to guess. */
    @Transactional(propagation = Propagation.REQUIRES_NEW, noRollbackFor = ProblemException.class)
    public Attempt enterOwn(String name, String address) {
        String key = "own " + name.toLowerCase(Locale.ROOT);
        count(key, FREE_FOR_ACCOUNT);
        return new Attempt(Optional.empty(), address, key);
    }

    @Transactional(propagation = Propagation.REQUIRES_NEW)
    public void succeeded(Attempt attempt) {
        database.sql("delete from log_in_brake where key = ?")
                .param(attempt.key())
                .update();
        database.sql("update log_in_brake set failures = greatest(0, failures - 1) where key = ?")
                .param("address " + attempt.address())
                .update();
        attempt.account()
                .ifPresent(account -> database.sql("""
                        insert into log_in_place (account, address, last_at) values (?, ?, ?)
                        on conflict (account, address) do update set last_at = excluded.last_at
                        """)
                        .params(account, attempt.address(), java.sql.Timestamp.from(clock.instant()))
                        .update());
    }

    private boolean isUsual(String account, String address) {
        return database.sql("select count(*) from log_in_place where account = ? and address = ?")
                        .params(account, address)
                        .query(Long.class)
                        .single()
                > 0;
    }

    private record Count(int failures, Instant lastAt) {}

    private void count(String key, int free) {
        Instant now = clock.instant();
        database.sql("insert into log_in_brake (key, failures, last_at) values (?, 0, ?) on conflict do nothing")
                .params(key, java.sql.Timestamp.from(now))
                .update();
        // Those who try at the same moment take their turns here.
        List<Count> found = database.sql("select failures, last_at from log_in_brake where key = ? for update")
                .param(key)
                .query((row, i) -> new Count(row.getInt(1), row.getTimestamp(2).toInstant()))
                .list();
        Count count = found.isEmpty() ? new Count(0, now) : found.get(0);
        boolean isOld = count.lastAt().plus(FORGOTTEN).isBefore(now);
        Instant freeAt = count.lastAt().plus(wait(count.failures(), free));
        boolean mustWait = count.failures() >= free && now.isBefore(freeAt);
        if (!isOld && mustWait) throw mustWait(Duration.between(now, freeAt));
        database.sql("update log_in_brake set failures = ?, last_at = ? where key = ?")
                .params(isOld ? 1 : count.failures() + 1, java.sql.Timestamp.from(now), key)
                .update();
    }

    private static Duration wait(int failures, int free) {
        Duration doubled = FIRST_WAIT.multipliedBy(1L << Math.max(0, Math.min(10, failures - free)));
        return doubled.compareTo(LONGEST_WAIT) > 0 ? LONGEST_WAIT : doubled;
    }

    private static ProblemException mustWait(Duration wait) {
        long seconds = wait.toSeconds() + 1;
        return new ProblemException(
                HttpStatus.TOO_MANY_REQUESTS,
                "wait",
                "There were too many wrong passwords.",
                "Wait " + seconds + " seconds and try again.",
                Map.of("retryAfter", seconds));
    }

    /** What was counted long ago counts no more, and places that were not used for long are usual no more. */
    @Override
    @Transactional
    public void tidyUp() {
        Instant now = clock.instant();
        database.sql("delete from log_in_brake where last_at < ?")
                .param(java.sql.Timestamp.from(now.minus(Duration.ofDays(1))))
                .update();
        database.sql("delete from log_in_place where last_at < ?")
                .param(java.sql.Timestamp.from(now.minus(Duration.ofDays(180))))
                .update();
    }
}
