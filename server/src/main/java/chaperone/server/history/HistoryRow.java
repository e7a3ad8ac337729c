package chaperone.server.history;

import chaperone.server.history.HistoryKind.Source;
import chaperone.server.origin.OriginView;
import chaperone.server.revision.Origin;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * One thing that changed, as pages and programs get it.
 *
 * @param id of the revision, by which it is accounted for; 0 if it is none
 * @param number of the revision or reading; 0 of a fact
 * @param previous the number of the one before it that is still kept
 * @param at when it was first seen
 * @param parts of the configuration, the first few of {@code partCount}
 * @param deed the same for revisions in which the same was done; empty if it is none
 * @param origin of the revision; nothing of anything else
 * @param change the number of the change that brought it; {@code rollout} likewise
 * @param before of a fact, {@code after} likewise, and {@code object} the part of the device
 */
record HistoryRow(
        HistoryKind kind,
        long id,
        String device,
        String site,
        int number,
        int previous,
        Instant at,
        int added,
        int modified,
        int removed,
        int moved,
        List<String> parts,
        int partCount,
        String deed,
        Optional<Origin> origin,
        Optional<Long> change,
        Optional<Long> rollout,
        Optional<OriginView> who,
        Optional<Accounted> accounted,
        String event,
        String object,
        String before,
        String after) {

    /** Who has accounted for it, and with which words. */
    record Accounted(String note, String by, Instant at) {
        static Optional<Accounted> of(ResultSet row) throws SQLException {
            if (row.getString("accounted_by") == null) return Optional.empty();
            return Optional.of(new Accounted(
                    row.getString("note"),
                    row.getString("accounted_by"),
                    row.getTimestamp("accounted_at").toInstant()));
        }
    }

    /** A row as the database has it. */
    record Stored(Source source, long id, HistoryRow row) {
        static Stored of(ResultSet row) throws SQLException {
            Source source = Source.valueOf(row.getString("source"));
            return new Stored(source, row.getLong("id"), HistoryRow.of(source, row));
        }

        HistoryRow with(Optional<OriginView> who) {
            return row.with(who);
        }
    }

    private static HistoryRow of(Source source, ResultSet row) throws SQLException {
        return new HistoryRow(
                HistoryKind.of(source, row.getString("kind")),
                source == Source.REVISION ? row.getLong("id") : 0,
                row.getString("device"),
                row.getString("site"),
                row.getInt("number"),
                row.getInt("previous"),
                row.getTimestamp("at").toInstant(),
                row.getInt("added"),
                row.getInt("modified"),
                row.getInt("removed"),
                row.getInt("moved"),
                List.of((String[]) row.getArray("parts").getArray()),
                row.getInt("part_count"),
                row.getString("deed"),
                Optional.ofNullable(row.getString("origin")).map(Origin::valueOf),
                number(row, "change_number"),
                number(row, "rollout_number"),
                Optional.empty(),
                Accounted.of(row),
                source == Source.EVENT ? row.getString("kind") : "",
                row.getString("object"),
                row.getString("before"),
                row.getString("after"));
    }

    private static Optional<Long> number(ResultSet row, String column) throws SQLException {
        long number = row.getLong(column);
        return row.wasNull() ? Optional.empty() : Optional.of(number);
    }

    private HistoryRow with(Optional<OriginView> actors) {
        return new HistoryRow(
                kind, id, device, site, number, previous, at, added, modified, removed, moved, parts, partCount, deed,
                origin, change, rollout, actors, accounted, event, object, before, after);
    }
}
