package chaperone.server.origin;

import chaperone.core.origin.Attribution.Sureness;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * Who may have brought a revision, as pages and programs get it.
 *
 * @param sureness {@code SOLE}: one account can have done it; {@code SEVERAL}; {@code NONE}: not known
 * @param sameUntil when the configuration was last seen to be as before
 * @param seenAt when it was first seen altered
 */
public record OriginView(Sureness sureness, Instant sameUntil, Instant seenAt, List<ActorView> actors) {
    static final int MOST_ACTORS = 8;

    /** What speaks for an account. */
    public enum Proof {
        CHANGE,
        CONSOLE,
        TOLD,
        EDIT,
        LOG_IN,
        CLAIM
    }

    /**
     * @param account by which the device knows it; empty if it does not tell
     * @param person the account here, if it went through Chaperone, and {@code fullName} of it
     * @param from the address from which it came; {@code way} how: both empty if the device does not tell
     * @param isClaimed whether nothing but log messages says so, which anybody can forge
     */
    public record ActorView(
            String account,
            String person,
            String fullName,
            String from,
            String way,
            Proof proof,
            boolean isClaimed,
            Instant first,
            Instant last) {}

    record Row(long revision, Sureness sureness, Instant sameUntil, Instant seenAt, Optional<ActorView> actor) {
        static Row of(ResultSet row) throws SQLException {
            return new Row(
                    row.getLong("revision_id"),
                    Sureness.valueOf(row.getString("sureness")),
                    Traces.moment(row, "same_until"),
                    Traces.moment(row, "seen_at"),
                    row.getString("proof") == null ? Optional.empty() : Optional.of(actor(row)));
        }

        private static ActorView actor(ResultSet row) throws SQLException {
            Proof proof = Proof.valueOf(row.getString("proof"));
            return new ActorView(
                    row.getString("account"),
                    row.getString("person"),
                    row.getString("full_name"),
                    row.getString("came_from"),
                    row.getString("way"),
                    proof,
                    proof.compareTo(Proof.TOLD) > 0,
                    Traces.moment(row, "first_at"),
                    Traces.moment(row, "last_at"));
        }
    }

    /** Those of whom it is more than claimed, as a list in words. */
    public String people() {
        return actors.stream()
                .filter(actor -> actor.proof() != Proof.CLAIM)
                .map(OriginView::name)
                .collect(Collectors.joining(", "));
    }

    private static String name(ActorView actor) {
        String name = actor.person().isEmpty() ? actor.account() : actor.person();
        return name.isEmpty() ? actor.way() : name;
    }

    static OriginView of(List<Row> rows) {
        Row first = rows.get(0);
        List<ActorView> actors =
                rows.stream().flatMap(row -> row.actor().stream()).toList();
        return new OriginView(first.sureness(), first.sameUntil(), first.seenAt(), actors);
    }
}
