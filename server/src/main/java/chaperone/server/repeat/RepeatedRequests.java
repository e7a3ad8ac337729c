package chaperone.server.repeat;

import chaperone.server.housekeeping.NightlyTask;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What was answered to whom under which key; for a day. Each step is committed by itself, before the deed and after it. */
@Component
public class RepeatedRequests implements NightlyTask {
    private static final Duration KEPT = Duration.ofDays(1);

    private final JdbcClient database;
    private final Clock clock;

    /** @param answer nothing as long as the first one is not answered, or if its process died with it */
    record Known(byte[] fingerprint, Optional<Answer> answer) {}

    record Answer(int status, String contentType, byte[] body) {}

    RepeatedRequests(JdbcClient database, Clock clock) {
        this.database = database;
        this.clock = clock;
    }

    /** Nothing if this is the first request under the key: from now on it is known. */
    @Transactional(propagation = Propagation.REQUIRES_NEW)
    Optional<Known> begin(String account, String key, byte[] fingerprint) {
        int isFirst = database.sql("""
                        insert into repeated_request (account, key, fingerprint, at) values (?, ?, ?, ?)
                        on conflict do nothing""")
                .params(account, key, fingerprint, Timestamp.from(clock.instant()))
                .update();
        if (isFirst == 1) return Optional.empty();
        return database.sql("select * from repeated_request where account = ? and key = ?")
                .params(account, key)
                .query((row, number) -> {
                    int status = row.getInt("status");
                    Optional<Answer> answer = row.wasNull()
                            ? Optional.empty()
                            : Optional.of(new Answer(status, row.getString("content_type"), row.getBytes("body")));
                    return new Known(row.getBytes("fingerprint"), answer);
                })
                .optional();
    }

    @Transactional(propagation = Propagation.REQUIRES_NEW)
    void answered(String account, String key, Answer answer) {
        database.sql("update repeated_request set status = ?, content_type = ?, body = ? where account = ? and key = ?")
                .params(answer.status(), answer.contentType(), answer.body(), account, key)
                .update();
    }

    /** Nothing was done: the next one under this key is the first. */
    @Transactional(propagation = Propagation.REQUIRES_NEW)
    void forget(String account, String key) {
        database.sql("delete from repeated_request where account = ? and key = ?")
                .params(account, key)
                .update();
    }

    @Override
    @Transactional
    public void tidyUp() {
        database.sql("delete from repeated_request where at < ?")
                .param(Timestamp.from(clock.instant().minus(KEPT)))
                .update();
    }
}
