package chaperone.server.export;

import chaperone.core.origin.Attribution.Sureness;
import chaperone.server.origin.OriginView;
import chaperone.server.origin.OriginView.ActorView;
import chaperone.server.origin.OriginView.Proof;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A revision as a commit tells it; {@code keptBy} is the author that another repository named, or empty. */
record KeptRevision(
        long id,
        String site,
        String device,
        String kind,
        int number,
        byte[] digest,
        Instant at,
        List<String> parts,
        int partCount,
        String origin,
        String keptBy,
        Optional<OriginView> who) {
    private static final Pattern AUTHOR = Pattern.compile("([^<>]+?)\\s*<([^<>\\s]+)>");

    /** Accounts of devices have no address of their own: a domain that RFC 2606 keeps for none. */
    private static final String NO_DOMAIN = "invalid";

    static KeptRevision of(ResultSet row) throws SQLException {
        return new KeptRevision(
                row.getLong("id"),
                row.getString("site"),
                row.getString("device"),
                row.getString("kind").toLowerCase(Locale.ROOT),
                row.getInt("number"),
                row.getBytes("digest"),
                row.getTimestamp("first_copy_at").toInstant(),
                List.of((String[]) row.getArray("parts").getArray()),
                row.getInt("part_count"),
                originOf(row),
                row.getString("source_author"),
                Optional.empty());
    }

    private static String originOf(ResultSet row) throws SQLException {
        String change = row.getString("change_number");
        if (change != null) return "planned here, C-" + change;
        String rollout = row.getString("rollout_number");
        if (rollout != null) return "planned here, rollout " + rollout;
        if (row.getInt("number") < 0) return "brought in from a file";
        return row.getInt("number") == 1 ? "first copy" : "not planned here";
    }

    KeptRevision with(Optional<OriginView> origins) {
        return new KeptRevision(id, site, device, kind, number, digest, at, parts, partCount, origin, keptBy, origins);
    }

    String siteFolder() {
        return siteFolder(site);
    }

    String deviceFolder() {
        return deviceFolder(device);
    }

    static String siteFolder(String site) {
        return FileNames.of(site, "no site");
    }

    static String deviceFolder(String device) {
        return FileNames.of(device, "device");
    }

    /** The one who did it, if it can have been one only. */
    private Optional<ActorView> sole() {
        return who.filter(view -> view.sureness() == Sureness.SOLE).stream()
                .flatMap(view -> view.actors().stream())
                .filter(actor -> actor.proof() != Proof.CLAIM && !account(actor).isEmpty())
                .findFirst();
    }

    private static String account(ActorView actor) {
        return actor.person().isEmpty() ? actor.account() : actor.person();
    }

    String author() {
        Matcher kept = AUTHOR.matcher(keptBy);
        if (kept.matches()) return kept.group(1);
        return sole().map(actor -> actor.fullName().isEmpty() ? account(actor) : actor.fullName())
                .orElse(number == 1 ? "first copy" : "not known");
    }

    String authorAddress() {
        Matcher kept = AUTHOR.matcher(keptBy);
        if (kept.matches()) return kept.group(2);
        return sole().map(actor -> account(actor) + "@" + (actor.person().isEmpty() ? "devices." : "chaperone."))
                        .orElse("nobody@")
                + NO_DOMAIN;
    }

    String message() {
        String more = partCount > parts.size() ? ", " + (partCount - parts.size()) + " more" : "";
        String what = parts.isEmpty() ? "" : ": " + String.join(", ", parts) + more;
        return device + " " + kind + " " + number + what + "\n\n" + origin + people() + "\n";
    }

    private String people() {
        List<String> named = who.stream()
                .flatMap(view -> view.actors().stream())
                .filter(actor -> actor.proof() != Proof.CLAIM)
                .map(KeptRevision::said)
                .toList();
        return named.isEmpty() ? "" : "\n" + String.join(", or ", named);
    }

    private static String said(ActorView actor) {
        String from = actor.from().isEmpty() ? "" : " from " + actor.from();
        String way = actor.way().isEmpty() ? "" : " by " + actor.way();
        String name = account(actor).isEmpty() ? "not known who" : account(actor);
        return name + from + way + (actor.isClaimed() ? ", as its log messages claim" : "");
    }
}
