package chaperone.server.history;

import chaperone.server.audit.AuditNote;
import chaperone.server.event.Events;
import chaperone.server.problem.ProblemException;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.Collection;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** People say of what was altered elsewhere that they know about it; what nobody accounted for stays. */
@Service
public class Accounting {
    // What a change of Chaperone brought is accounted for by itself.
    private static final String KEEP = """
            insert into revision_accounted (revision_id, note, made_by, made_at)
            select id, :note, :by, :at from revision
            where id = any (:revisions) and kind = 'RUNNING' and origin = 'NOT_PLANNED'
            on conflict (revision_id) do update set note = excluded.note, made_by = excluded.made_by,
              made_at = excluded.made_at
            returning revision_id""";

    private final JdbcClient database;
    private final Events events;
    private final Clock clock;

    Accounting(JdbcClient database, Events events, Clock clock) {
        this.database = database;
        this.events = events;
        this.clock = clock;
    }

    /**
     * All of them, or none.
     *
     * @throws ProblemException if one of them is no revision that can be accounted for
     */
    @Transactional
    public void account(Collection<Long> revisions, String note, String by) {
        List<Long> kept = database.sql(KEEP)
                .param("revisions", revisions.stream().distinct().toArray(Long[]::new))
                .param("note", note.strip())
                .param("by", by)
                .param("at", Timestamp.from(clock.instant()))
                .query(Long.class)
                .list();
        revisions.stream()
                .filter(revision -> !kept.contains(revision))
                .findFirst()
                .ifPresent(other -> {
                    throw new ProblemException(
                            HttpStatus.UNPROCESSABLE_CONTENT,
                            "not-to-account-for",
                            "Revision " + other + " is none that was altered elsewhere, or it is gone.",
                            "Read the list again.");
                });
        AuditNote.add(named(kept) + (note.isBlank() ? "" : ": " + note.strip()));
        events.fleetMoved();
    }

    @Transactional
    public void takeBack(Collection<Long> revisions) {
        Long[] wanted = revisions.toArray(Long[]::new);
        AuditNote.add(named(revisions));
        database.sql("delete from revision_accounted where revision_id = any (:revisions)")
                .param("revisions", wanted)
                .update();
        events.fleetMoved();
    }

    /** By device and number, since nobody knows a revision by its key; the first few. */
    private String named(Collection<Long> revisions) {
        return database.sql("""
                        select coalesce(string_agg(d.name || ' ' || r.number, ', ' order by d.name, r.number), '')
                          || case when :count > 10 then ' and ' || (:count - 10) || ' more' else '' end
                        from (select * from revision where id = any (:revisions) order by id limit 10) r
                        join device d on d.id = r.device_id""")
                .param("revisions", revisions.toArray(Long[]::new))
                .param("count", revisions.size())
                .query(String.class)
                .single();
    }
}
