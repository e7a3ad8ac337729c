package chaperone.server.finding;

import chaperone.core.standard.Clause.Binding;
import chaperone.core.standard.Verdict;
import chaperone.core.standard.Verdict.Evidence;
import chaperone.server.clause.ClauseText;
import chaperone.server.clause.ClauseText.Severity;
import chaperone.server.origin.OriginView;
import chaperone.server.standard.FindingEnd;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.json.JsonMapper;

/**
 * A finding in a list.
 *
 * @param words of the clause for a device that fails it
 * @param isRepairable whether its clause says what should stand; no of a closed one
 * @param binding absent of a closed one
 * @param lastSeen when the device was last seen to run what was judged; of a closed one when it ended
 * @param revision the number of the running revision that was judged; absent of a closed one
 * @param broughtBy the number of the revision that brought it; absent if it stood before anybody asked
 * @param who may have brought that revision
 * @param ended how, of a closed one: the device runs something else, the clause says something else, it is no longer asked
 * @param endedWho may have brought the revision with which it ended
 * @param notes how many people wrote to it
 */
record FindingRow(
        String standard,
        String tag,
        Severity severity,
        Optional<Binding> binding,
        Verdict.Kind kind,
        Optional<String> words,
        boolean isRepairable,
        FindingState state,
        String device,
        String site,
        Instant since,
        Optional<Instant> lastSeen,
        Optional<Integer> revision,
        Optional<Integer> broughtBy,
        Optional<OriginView> who,
        Optional<FindingEnd> ended,
        Optional<OriginView> endedWho,
        int notes,
        List<Evidence> evidence) {

    /** As it is kept; the origins of its revisions are read for all of a page. */
    record Stored(FindingRow row, long broughtById, long endedById) {
        private static final JsonMapper JSON = JsonMapper.builder().build();

        static Stored of(ResultSet row) throws SQLException {
            boolean isClosed = row.getBoolean("closed");
            FindingState state = isClosed
                    ? FindingState.CLOSED
                    : row.getBoolean("excepted") ? FindingState.EXCEPTED : FindingState.OPEN;
            return new Stored(
                    new FindingRow(
                            row.getString("standard"),
                            row.getString("tag"),
                            Severity.valueOf(row.getString("severity")),
                            Optional.ofNullable(row.getString("binding")).map(Binding::valueOf),
                            Verdict.Kind.valueOf(row.getString("kind")),
                            Optional.empty(),
                            false,
                            state,
                            row.getString("device"),
                            row.getString("site"),
                            row.getTimestamp("since").toInstant(),
                            moment(row.getTimestamp(isClosed ? "ended_at" : "seen_at")),
                            number(row, "revision"),
                            number(row, "brought_number"),
                            Optional.empty(),
                            Optional.ofNullable(row.getString("ended")).map(FindingEnd::valueOf),
                            Optional.empty(),
                            row.getInt("notes"),
                            List.of(JSON.readValue(row.getString("evidence"), Evidence[].class))),
                    row.getLong("brought_by"),
                    row.getLong("ended_by"));
        }

        private static Optional<Instant> moment(@Nullable Timestamp at) {
            return Optional.ofNullable(at).map(Timestamp::toInstant);
        }

        private static Optional<Integer> number(ResultSet row, String column) throws SQLException {
            int number = row.getInt(column);
            return row.wasNull() ? Optional.empty() : Optional.of(number);
        }

        /** @param clause as it is in force; absent if it no longer is */
        FindingRow with(Optional<ClauseText> clause, Optional<OriginView> who, Optional<OriginView> endedWho) {
            return new FindingRow(
                    row.standard,
                    row.tag,
                    row.severity,
                    row.binding,
                    row.kind,
                    clause.filter(each -> row.kind == Verdict.Kind.FAIL).flatMap(ClauseText::failed),
                    row.state != FindingState.CLOSED
                            && clause.filter(each -> each.clause().isRepairable())
                                    .isPresent(),
                    row.state,
                    row.device,
                    row.site,
                    row.since,
                    row.lastSeen,
                    row.revision,
                    row.broughtBy,
                    who,
                    row.ended,
                    endedWho,
                    row.notes,
                    row.evidence);
        }
    }
}
