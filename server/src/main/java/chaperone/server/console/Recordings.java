package chaperone.server.console;

import chaperone.server.lease.ServerPresence;
import chaperone.server.secret.SecretBox;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Where consoles are recorded. */
@Repository
class Recordings {
    private final JdbcClient database;
    private final SecretBox box;
    private final ServerPresence presence;
    private final Clock clock;

    /** @param endedAt absent while it goes on */
    record Recording(
            long id,
            String device,
            String account,
            String loggedInAs,
            Instant beganAt,
            Optional<Instant> endedAt,
            long bytes) {}

    /** @param atMillis since the beginning */
    record Piece(long atMillis, byte[] said) {}

    Recordings(JdbcClient database, SecretBox box, ServerPresence presence, Clock clock) {
        this.box = box;
        this.presence = presence;
        this.database = database;
        this.clock = clock;
    }

    long begin(String device, String account, String loggedInAs) {
        return database.sql("insert into console_recording (device, account, logged_in_as, began_at, server)"
                        + " values (?, ?, ?, ?, ?) returning id")
                .params(device, account, loggedInAs, Timestamp.from(clock.instant()), presence.name())
                .query(Long.class)
                .single();
    }

    void add(long recording, int number, Piece piece) {
        database.sql(
                        "insert into console_piece (recording_id, number, at_millis, said, is_sealed) values (?, ?, ?, ?, true)")
                .params(recording, number, piece.atMillis(), box.seal(piece.said(), place(recording, number)))
                .update();
        database.sql("update console_recording set bytes = bytes + ? where id = ?")
                .params(piece.said().length, recording)
                .update();
    }

    void end(long recording) {
        database.sql("update console_recording set ended_at = ? where id = ? and ended_at is null")
                .params(Timestamp.from(clock.instant()), recording)
                .update();
    }

    Optional<Recording> find(long id) {
        return select("where id = ?", id).stream().findFirst();
    }

    /** The newest two hundred of a device. */
    List<Recording> of(String device) {
        return select("where device = ? order by began_at desc limit 200", device);
    }

    private List<Recording> select(String condition, Object value) {
        return database.sql(
                        "select id, device, account, logged_in_as, began_at, ended_at, bytes from console_recording "
                                + condition)
                .param(value)
                .query((row, number) -> new Recording(
                        row.getLong("id"),
                        row.getString("device"),
                        row.getString("account"),
                        row.getString("logged_in_as"),
                        row.getTimestamp("began_at").toInstant(),
                        Optional.ofNullable(row.getTimestamp("ended_at")).map(Timestamp::toInstant),
                        row.getLong("bytes")))
                .list();
    }

    List<Piece> pieces(long recording) {
        return database.sql("select number, at_millis, said, is_sealed from console_piece"
                        + " where recording_id = ? order by number")
                .param(recording)
                .query((row, i) -> new Piece(
                        row.getLong("at_millis"),
                        row.getBoolean("is_sealed")
                                ? box.openBytes(row.getBytes("said"), place(recording, row.getInt("number")))
                                : row.getBytes("said")))
                .list();
    }

    /** To what a piece is sealed. */
    private static String place(long recording, int number) {
        return "console " + recording + " piece " + number;
    }

    private record Open(long id, String server) {}

    /** Recordings of servers that are gone have ended, with the last thing that was kept. */
    void endThoseOfTheDead() {
        database
                .sql("select id, server from console_recording where ended_at is null")
                .query((row, i) -> new Open(row.getLong(1), row.getString(2)))
                .list()
                .stream()
                .filter(open -> open.server().isEmpty() || !presence.isAlive(open.server()))
                .forEach(open -> database.sql("""
                                update console_recording r set ended_at = r.began_at + coalesce((
                                  select max(p.at_millis) from console_piece p where p.recording_id = r.id), 0)
                                    * interval '1 millisecond'
                                where r.id = ? and r.ended_at is null""").param(open.id()).update());
    }
}
