package chaperone.server.copy;

import chaperone.core.fact.FactMoves;
import chaperone.core.fact.Facts;
import chaperone.server.fleet.FactsDigest;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.Optional;

/**
 * What was known of a device before a contact, as far as it takes to see that nothing is new.
 *
 * @param isWell whether the last contact worked and its copy was whole
 * @param mark of the platform's quick check, at the last copy
 */
record KnownFacts(
        boolean isWell,
        String digest,
        Optional<Instant> startedAt,
        Optional<Facts.Storage> storage,
        String mark,
        Optional<Instant> lastCopyAt) {

    static KnownFacts from(ResultSet row) throws SQLException {
        long free = row.getLong("storage_free");
        boolean tellsRoom = !row.wasNull();
        long total = row.getLong("storage_total");
        Optional<Long> all = row.wasNull() ? Optional.empty() : Optional.of(total);
        return new KnownFacts(
                row.getBoolean("is_well"),
                row.getString("facts_digest"),
                moment(row.getTimestamp("started_at")),
                tellsRoom ? Optional.of(new Facts.Storage(all, free)) : Optional.empty(),
                row.getString("change_mark"),
                moment(row.getTimestamp("last_copy_at")));
    }

    static Optional<Instant> moment(@org.jspecify.annotations.Nullable Timestamp at) {
        return Optional.ofNullable(at).map(Timestamp::toInstant);
    }

    /** Whether all that the device tells now was known. */
    boolean cover(Facts told, Instant now) {
        return isWell
                && digest.equals(FactsDigest.of(told))
                && startedAt.isPresent() == told.uptime().isPresent()
                && !hasStartedAgain(told, now)
                && storage.isPresent() == told.storage().isPresent()
                && told.storage()
                        .filter(room -> FactMoves.hasMoved(storage.orElseThrow(), room))
                        .isEmpty();
    }

    private boolean hasStartedAgain(Facts told, Instant now) {
        return told.uptime()
                .map(now::minus)
                .filter(start -> FactMoves.isAnotherStart(startedAt.orElseThrow(), start))
                .isPresent();
    }
}
