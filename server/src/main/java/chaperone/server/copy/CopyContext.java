package chaperone.server.copy;

import chaperone.connect.conversation.Endpoint;
import chaperone.connect.conversation.Login;
import chaperone.connect.conversation.Target;
import chaperone.server.answers.WantedOutput;
import chaperone.server.credential.CredentialSets;
import chaperone.server.revision.LatestRevision;
import java.sql.Array;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** All that a copy needs to know before the conversation, read in one statement for some devices. */
@Component
class CopyContext {
    // The numbers come out of a select, which hides how many there are: so PostgreSQL makes its plan once. At each call
    // it would take as long as the answer.
    // A configuration whose stored bytes are damaged is as good as unknown: it is fetched and kept anew.
    private static final String READ = """
            select d.id, d.name, d.platform, d.host, d.port, d.telnet_allowed, d.credential_set_id, d.facts_digest,
              d.started_at, d.storage_total, d.storage_free, d.change_mark, d.last_copy_at,
              (select min(t.read_at) from device_table t where t.device_id = d.id) as tables_read_at,
              o.requests as wanted_requests, o.taken_at as wanted_taken_at,
              d.last_failure is null and d.incomplete = '' as is_well, c.version as set_version,
              k.fingerprint, coalesce(w.name, '') as site, r.id as running_id, r.digest as running_digest,
              r.settled_digest as running_settled, s.id as saved_id, s.digest as saved_digest,
              s.settled_digest as saved_settled
            from device d
            join credential_set c on c.id = d.credential_set_id
            left join site w on w.id = d.site_id
            left join host_key k on k.host = d.host and k.port = d.port
            left join lateral (
              select n.id, n.digest, n.settled_digest from (
                select id, digest, settled_digest from revision
                where device_id = d.id and kind = 'RUNNING' order by number desc limit 1) n
              join content t on t.digest = n.digest and t.damage = '') r on true
            left join lateral (
              select n.id, n.digest, n.settled_digest from (
                select id, digest, settled_digest from revision
                where device_id = d.id and kind = 'SAVED' order by number desc limit 1) n
              join content t on t.digest = n.digest and t.damage = '') s on true
            left join lateral (
              select array_agg(request) as requests, array_agg(taken_at) as taken_at
              from command_output where device_id = d.id) o on true
            where d.id = any (array(select unnest(:ids)))""";

    private final JdbcClient database;
    private final CredentialSets credentials;

    /** A device of the fleet, with its log-in in the clear, and what its last copy was. */
    record Sheet(
            String name,
            String platform,
            Target target,
            Optional<LatestRevision> running,
            Optional<LatestRevision> saved,
            KnownFacts facts,
            Optional<Instant> tablesReadAt,
            List<WantedOutput> wanted) {}

    CopyContext(JdbcClient database, CredentialSets credentials) {
        this.database = database;
        this.credentials = credentials;
    }

    /** Nothing if the device was removed. */
    Optional<Sheet> of(long device) {
        return Optional.ofNullable(of(List.of(device)).get(device)).map(Supplier::get);
    }

    /** By device; each gets its log-in when it is asked for, which counts as a use of it. */
    Map<Long, Supplier<Sheet>> of(List<Long> devices) {
        CredentialSets.Ring ring = credentials.ring();
        Map<Long, Supplier<Sheet>> sheets = new HashMap<>();
        database.sql(READ).param("ids", devices.toArray(Long[]::new)).query(row -> {
            sheets.put(row.getLong("id"), sheet(row, ring));
        });
        return sheets;
    }

    private static Supplier<Sheet> sheet(ResultSet row, CredentialSets.Ring ring) throws SQLException {
        Endpoint endpoint = new Endpoint(row.getString("host"), row.getInt("port"));
        long set = row.getLong("credential_set_id");
        long version = row.getLong("set_version");
        Optional<String> fingerprint = Optional.ofNullable(row.getString("fingerprint"));
        boolean telnetAllowed = row.getBoolean("telnet_allowed");
        String name = row.getString("name");
        String site = row.getString("site");
        String platform = row.getString("platform");
        Optional<LatestRevision> running = latest(row, "running");
        Optional<LatestRevision> saved = latest(row, "saved");
        KnownFacts facts = KnownFacts.from(row);
        Optional<Instant> tablesReadAt = KnownFacts.moment(row.getTimestamp("tables_read_at"));
        List<WantedOutput> wanted = wanted(row);
        return () -> {
            Login login = ring.open(set, version, endpoint, site);
            Target target = new Target(endpoint, login, fingerprint, telnetAllowed);
            return new Sheet(name, platform, target, running, saved, facts, tablesReadAt, wanted);
        };
    }

    private static List<WantedOutput> wanted(ResultSet row) throws SQLException {
        Array requests = row.getArray("wanted_requests");
        if (requests == null) return List.of();
        String[] asked = (String[]) requests.getArray();
        Timestamp[] takenAt = (Timestamp[]) row.getArray("wanted_taken_at").getArray();
        return IntStream.range(0, asked.length)
                .mapToObj(i -> new WantedOutput(asked[i], KnownFacts.moment(takenAt[i])))
                .toList();
    }

    private static Optional<LatestRevision> latest(ResultSet row, String kind) throws SQLException {
        byte @Nullable [] digest = row.getBytes(kind + "_digest");
        if (digest == null) return Optional.empty();
        return Optional.of(new LatestRevision(row.getLong(kind + "_id"), digest, row.getBytes(kind + "_settled")));
    }
}
