package chaperone.server.edit;

import chaperone.server.fleet.Device;
import chaperone.server.fleet.DeviceReach.Reach;
import chaperone.server.site.Site;
import java.sql.Array;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.sql.Types;
import java.time.Clock;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Repository;

/** Edits of many devices, as they were made and undone. */
@Repository
class FleetEdits {
    private final JdbcTemplate database;
    private final Clock clock;

    /** What people say of a device. */
    record Said(Optional<Long> site, String role, long credentialSet, List<String> tags, Reach reach) {
        static Said of(Device device) {
            return new Said(
                    device.site().map(Site::id),
                    device.role(),
                    device.credentialSet(),
                    device.tags(),
                    Reach.of(device));
        }
    }

    record Move(long device, Said before, Said after) {}

    record Edit(
            long id,
            String account,
            Instant at,
            String words,
            long devices,
            Optional<String> undoneBy,
            Optional<Instant> undoneAt) {}

    FleetEdits(JdbcTemplate database, Clock clock) {
        this.database = database;
        this.clock = clock;
    }

    long add(String account, String words, List<Move> moves) {
        Long id = database.queryForObject(
                "insert into fleet_edit (account, edited_at, words) values (?, ?, ?) returning id",
                Long.class,
                account,
                Timestamp.from(clock.instant()),
                words);
        database.batchUpdate(
                "insert into fleet_edit_device (edit_id, device_id, site_before, site_after, role_before, role_after,"
                        + " set_before, set_after, tags_before, tags_after, port_before, port_after, platform_before,"
                        + " platform_after, telnet_before, telnet_after)"
                        + " values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
                moves,
                500,
                (statement, move) -> {
                    statement.setLong(1, id == null ? 0 : id);
                    statement.setLong(2, move.device());
                    statement.setObject(3, move.before().site().orElse(null), Types.BIGINT);
                    statement.setObject(4, move.after().site().orElse(null), Types.BIGINT);
                    statement.setString(5, move.before().role());
                    statement.setString(6, move.after().role());
                    statement.setLong(7, move.before().credentialSet());
                    statement.setLong(8, move.after().credentialSet());
                    statement.setArray(9, tags(statement.getConnection(), move.before()));
                    statement.setArray(10, tags(statement.getConnection(), move.after()));
                    statement.setInt(11, move.before().reach().port());
                    statement.setInt(12, move.after().reach().port());
                    statement.setString(13, move.before().reach().platform());
                    statement.setString(14, move.after().reach().platform());
                    statement.setBoolean(15, move.before().reach().telnetAllowed());
                    statement.setBoolean(16, move.after().reach().telnetAllowed());
                });
        return id == null ? 0 : id;
    }

    private static Array tags(java.sql.Connection connection, Said said) throws SQLException {
        return connection.createArrayOf("text", said.tags().toArray());
    }

    /** The newest twenty. */
    List<Edit> newest() {
        return select("order by e.id desc limit 20");
    }

    Optional<Edit> find(long id) {
        return select("where e.id = ?", id).stream().findFirst();
    }

    private List<Edit> select(String rest, Object... values) {
        return database.query(
                "select e.*, (select count(*) from fleet_edit_device d where d.edit_id = e.id) as devices"
                        + " from fleet_edit e " + rest,
                (row, number) -> new Edit(
                        row.getLong("id"),
                        row.getString("account"),
                        row.getTimestamp("edited_at").toInstant(),
                        row.getString("words"),
                        row.getLong("devices"),
                        Optional.ofNullable(row.getString("undone_by")),
                        Optional.ofNullable(row.getTimestamp("undone_at")).map(Timestamp::toInstant)),
                values);
    }

    List<Move> moves(long edit) {
        return database.query(
                "select * from fleet_edit_device where edit_id = ? order by device_id",
                (row, number) -> new Move(row.getLong("device_id"), said(row, "before"), said(row, "after")),
                edit);
    }

    private static Said said(ResultSet row, String side) throws SQLException {
        return new Said(
                Optional.ofNullable(row.getObject("site_" + side, Long.class)),
                row.getString("role_" + side),
                row.getLong("set_" + side),
                Arrays.asList((String[]) row.getArray("tags_" + side).getArray()),
                new Reach(
                        row.getInt("port_" + side),
                        row.getString("platform_" + side),
                        row.getBoolean("telnet_" + side)));
    }

    /** @return false if somebody has undone it already */
    boolean markUndone(long id, String account) {
        return database.update(
                        "update fleet_edit set undone_by = ?, undone_at = ? where id = ? and undone_by is null",
                        account,
                        Timestamp.from(clock.instant()),
                        id)
                == 1;
    }
}
