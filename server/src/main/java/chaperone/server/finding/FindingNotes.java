package chaperone.server.finding;

import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** What people wrote to findings; it stays when they end, and is there again if they come back. */
@Repository
class FindingNotes {
    private final JdbcClient database;
    private final Clock clock;

    record FindingNoteView(String text, String madeBy, Instant madeAt) {}

    FindingNotes(JdbcClient database, Clock clock) {
        this.database = database;
        this.clock = clock;
    }

    @Transactional
    public void add(long standard, String tag, long device, String text, String by) {
        database.sql("""
                        insert into finding_note (device_id, standard_id, tag, text, made_by, made_at)
                        values (:device, :standard, :tag, :text, :by, :at)""")
                .param("device", device)
                .param("standard", standard)
                .param("tag", tag)
                .param("text", text)
                .param("by", by)
                .param("at", Timestamp.from(clock.instant()))
                .update();
    }

    /** The oldest first. */
    @Transactional(readOnly = true)
    public List<FindingNoteView> of(long standard, String tag, long device) {
        return database.sql("""
                        select text, made_by, made_at from finding_note
                        where device_id = :device and standard_id = :standard and tag = :tag order by id""")
                .param("device", device)
                .param("standard", standard)
                .param("tag", tag)
                .query((row, i) -> new FindingNoteView(
                        row.getString("text"),
                        row.getString("made_by"),
                        row.getTimestamp("made_at").toInstant()))
                .list();
    }
}
