package chaperone.server.removal;

import chaperone.server.event.Events;
import chaperone.server.problem.ProblemException;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** What people removed, and the way back. */
@Service
public class Removals {
    static final int NEWEST = 200;
    private static final TypeReference<Map<String, Object>> KEYS = new TypeReference<>() {};

    private final JdbcClient database;
    private final RemovalRows rows;
    private final JsonMapper json;
    private final Events events;
    private final ApplicationEventPublisher publisher;
    private final Clock clock;

    Removals(
            JdbcClient database,
            RemovalRows rows,
            JsonMapper json,
            Events events,
            ApplicationEventPublisher publisher,
            Clock clock) {
        this.database = database;
        this.rows = rows;
        this.json = json;
        this.events = events;
        this.publisher = publisher;
        this.clock = clock;
    }

    /**
     * Keeps what is about to be removed, or replaced, in the transaction that does it.
     *
     * @param name what people call it
     * @param keys the values by which its rows are found
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public Removed keep(RemovalKind kind, String name, String account, Map<String, ?> keys) {
        long id = database.sql("insert into removal (kind, name, removed_by, removed_at, keys)"
                        + " values (?, ?, ?, ?, cast(? as jsonb)) returning id")
                .params(kind.name(), name, account, Timestamp.from(clock.instant()), json.writeValueAsString(keys))
                .query(Long.class)
                .single();
        rows.keep(id, kind.rows(), keys);
        return new Removed(id);
    }

    /** The newest first. */
    @Transactional(readOnly = true)
    List<Removal> newest() {
        return database.sql("select * from removal order by id desc limit " + NEWEST)
                .query((row, number) -> removal(row))
                .list();
    }

    @Transactional(readOnly = true)
    Removal get(long id) {
        return database.sql("select * from removal where id = ?")
                .param(id)
                .query((row, number) -> removal(row))
                .optional()
                .orElseThrow(() -> ProblemException.notFound("removal", id));
    }

    /** @throws ProblemException if it was put back before, or if something else has taken its place */
    @Transactional
    void undo(long id, String account) {
        Removal removal = get(id);
        int taken = database.sql("update removal set undone_by = ?, undone_at = ? where id = ? and undone_at is null")
                .params(account, Timestamp.from(clock.instant()), id)
                .update();
        if (taken == 0) {
            throw refused("undone-before", "This was put back already.", "Look at it where it stands.");
        }
        RemovalKind kind = removal.kind();
        try {
            if (kind.replaces()) rows.delete(kind.rows(), keys(id));
            rows.putBack(id);
        } catch (DataIntegrityViolationException e) {
            throw refused(
                    "place-taken",
                    "The " + kind.words() + " \"" + removal.name()
                            + "\" cannot be put back: something else has its place"
                            + " or its name by now, or what it belonged to is gone.",
                    "Rename or remove what stands there, then undo again.");
        }
        events.fleetMoved();
        publisher.publishEvent(new RestoredEvent(kind));
    }

    private Map<String, Object> keys(long id) {
        return json.readValue(
                database.sql("select keys::text from removal where id = ?")
                        .param(id)
                        .query(String.class)
                        .single(),
                KEYS);
    }

    private static Removal removal(ResultSet row) throws SQLException {
        RemovalKind kind = RemovalKind.valueOf(row.getString("kind"));
        return new Removal(
                row.getLong("id"),
                kind,
                kind.words(),
                row.getString("name"),
                row.getString("removed_by"),
                row.getTimestamp("removed_at").toInstant(),
                Optional.ofNullable(row.getString("undone_by")),
                Optional.ofNullable(row.getTimestamp("undone_at")).map(Timestamp::toInstant));
    }

    private static ProblemException refused(String code, String meaning, String advice) {
        return new ProblemException(HttpStatus.CONFLICT, code, meaning, advice);
    }
}
