package chaperone.server.job;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.hibernate.SessionFactory;
import org.hibernate.StatelessSession;
import org.springframework.stereotype.Component;

/**
 * Takes lines in hand and ends them, with one statement each: a sweep over a fleet does both for every device, and
 * a transaction of several statements would cost more than the conversation. Each statement is a transaction of its own.
 */
@Component
class LineBook {
    private static final String CLAIM = """
            with claimed as (
              update job_line l set state = 'IN_HAND', attempts = l.attempts + 1, started_at = :now
              from job j
              where l.id = :id and j.id = l.job_id and l.state in ('WAITING', 'IN_HAND') and not j.stop_asked
              returning l.job_id, j.kind, l.number, l.target, l.host, l.port, l.site, l.role, l.device_id,
                l.credential_set_id, l.platform, l.telnet_allowed)
            select * from claimed""";
    private static final String END = """
            with ended as (
              update job_line set state = :state, outcome = :outcome, seen = :seen, ended_at = :now
              where id = :id and state in ('WAITING', 'IN_HAND')
              returning job_id)
            select job_id from ended""";
    private static final int LONGEST_SEEN = 500;

    private final SessionFactory sessions;
    private final JobPulse pulse;
    private final Clock clock;

    /** A line that is in hand now. */
    record Claimed(long id, long job, JobKind kind, int number, NewLine asked) {}

    LineBook(SessionFactory sessions, JobPulse pulse, Clock clock) {
        this.sessions = sessions;
        this.pulse = pulse;
        this.clock = clock;
    }

    /** The line, now in hand; nothing if it has ended already or its job is to stop. */
    Optional<Claimed> claim(long lineId) {
        try (StatelessSession session = sessions.openStatelessSession()) {
            List<Object[]> rows = session.createNativeQuery(CLAIM, Object[].class)
                    .setParameter("id", lineId)
                    .setParameter("now", clock.instant())
                    .getResultList();
            Optional<Claimed> claimed = rows.stream().findFirst().map(row -> claimed(lineId, row));
            claimed.ifPresent(line -> pulse.moved(line.job()));
            return claimed;
        }
    }

    private static Claimed claimed(long id, Object[] row) {
        NewLine asked = new NewLine(
                (String) row[3],
                (String) row[4],
                ((Number) row[5]).intValue(),
                (String) row[6],
                (String) row[7],
                number(row[8]),
                number(row[9]),
                Optional.ofNullable((String) row[10]),
                (Boolean) row[11]);
        return new Claimed(
                id,
                ((Number) row[0]).longValue(),
                JobKind.valueOf((String) row[1]),
                ((Number) row[2]).intValue(),
                asked);
    }

    private static Optional<Long> number(@org.jspecify.annotations.Nullable Object value) {
        return Optional.ofNullable((Number) value).map(Number::longValue);
    }

    /** Notes how a line ended; stopping may have ended it meanwhile, or another process that took it up. */
    void end(long lineId, LineResult result) {
        String seen = result.seen().length() > LONGEST_SEEN ? result.seen().substring(0, LONGEST_SEEN) : result.seen();
        try (StatelessSession session = sessions.openStatelessSession()) {
            session.createNativeQuery(END, Long.class)
                    .setParameter("id", lineId)
                    .setParameter("state", result.state().name())
                    .setParameter("outcome", result.outcome().name())
                    .setParameter("seen", seen)
                    .setParameter("now", clock.instant())
                    .getResultList()
                    .forEach(pulse::moved);
        }
    }
}
