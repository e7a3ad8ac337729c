package chaperone.server.fleet;

import chaperone.core.answer.Answer;
import chaperone.core.answer.KnownCopy;
import chaperone.core.answer.Question;
import chaperone.server.event.Events;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Answers change when something happens to a device, and "Kept" also because nothing does: this looks for devices whose copy
 * has become too old for their answer, and for devices that have no answer yet.
 */
@Component
public class AnswerAgeing {
    /** The conditions find whom to ask again; what they answer is the rule's to say. */
    private static final String DUE = """
            select d.id, d.last_copy_at, d.last_failure is not null as failed, d.saved_equals_running, d.running_equals_agreed,
              d.incomplete
            from device d
            left join device_answer k on k.device_id = d.id and k.question = 'KEPT'
            left join device_answer m on m.device_id = d.id and m.question = 'MATCHED'
            where k.kind is null or m.kind is null
               or k.kind = 'YES' and d.last_copy_at < :recent
               or k.kind = 'ATTENTION' and d.last_copy_at < :old
            order by d.id limit :most for update of d skip locked""";

    private static final String ANSWER = """
            insert into device_answer as a (device_id, question, kind, reason, since)
            values (?, ?, ?, ?, ?)
            on conflict (device_id, question) do update set kind = excluded.kind, reason = excluded.reason,
              since = case when a.kind = excluded.kind then a.since else excluded.since end""";
    static final int MOST = 1000;

    private final JdbcClient database;
    private final JdbcTemplate batches;
    private final Events events;
    private final Clock clock;

    private record Due(long device, KnownCopy known) {}

    AnswerAgeing(JdbcClient database, JdbcTemplate batches, Events events, Clock clock) {
        this.database = database;
        this.batches = batches;
        this.events = events;
        this.clock = clock;
    }

    /** @return how many devices were asked again; there may be more when it is as many as one pass takes */
    @Transactional
    public int pass() {
        Instant now = clock.instant();
        List<Due> due = database.sql(DUE)
                .param("recent", Timestamp.from(now.minus(KnownCopy.RECENT)))
                .param("old", Timestamp.from(now.minus(KnownCopy.GETTING_OLD)))
                .param("most", MOST)
                .query((row, number) -> due(row))
                .list();
        List<Object[]> answers = new ArrayList<>();
        for (Due each : due) {
            answers.add(row(each.device(), Question.KEPT, each.known().kept(now), now));
            answers.add(row(each.device(), Question.MATCHED, each.known().matched(), now));
        }
        batches.batchUpdate(ANSWER, answers);
        if (!due.isEmpty()) events.fleetMoved();
        return due.size();
    }

    private static Due due(ResultSet row) throws SQLException {
        return new Due(
                row.getLong("id"),
                new KnownCopy(
                        Optional.ofNullable(row.getTimestamp("last_copy_at")).map(Timestamp::toInstant),
                        row.getBoolean("failed"),
                        Optional.ofNullable(row.getObject("saved_equals_running", Boolean.class)),
                        Optional.ofNullable(row.getObject("running_equals_agreed", Boolean.class)),
                        row.getString("incomplete")));
    }

    private static Object[] row(long device, Question question, Answer answer, Instant at) {
        return new Object[] {device, question.name(), answer.kind().name(), answer.reason(), Timestamp.from(at)};
    }
}
