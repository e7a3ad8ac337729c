package chaperone.bench;

import chaperone.core.archive.ContentPack;
import chaperone.server.support.Api;
import chaperone.server.support.TestPostgres;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import tools.jackson.databind.JsonNode;

/**
 * A standard of 100 clauses is published for 10,000 devices with configurations of 300 lines: how long until its first
 * results are seen by the API, and how many devices are judged in a second from then on. Beside it the time that PostgreSQL
 * takes for writing as many rows, one transaction a device.
 *
 * <p>{@code Publishing SERVER-JAR}; exit 1 if the aim is missed.
 */
public final class Publishing {
    private static final int DEVICES = 10_000;
    private static final int TEXTS = 200;
    private static final int LINES = 300;
    private static final int CLAUSES = 100;
    /** Watched for so long, in milliseconds. */
    private static final long WATCHED = 20_000;

    private static final double MOST_SECONDS = 2.0;

    private Publishing() {}

    public static void main(String[] args) throws Exception {
        String database = TestPostgres.emptyDatabase();
        Process server = Sweep.server(args[0], database);
        boolean holds = false;
        try (Connection connection = DriverManager.getConnection(database, "postgres", "")) {
            Api api = Sweep.logIn();
            fill(connection, api.makeCredentialSet("switches", "chaperone", "x", ""));
            holds = measure(api, connection);
        } finally {
            server.destroy();
            server.waitFor(20, TimeUnit.SECONDS);
        }
        System.exit(holds ? 0 : 1);
    }

    private static void fill(Connection database, long set) throws Exception {
        try (Statement statement = database.createStatement()) {
            statement.execute("update reading_plan set is_on = false");
            statement.execute("""
                    insert into device (name, host, port, platform, role, model, serial, release, credential_set_id,
                      added_at, last_copy_at, checked_at, version)
                    select 'hall-acc-' || i, 'host-' || i, 22, 'corvane', 'access', 'C2048', 'S' || i, '7.4.2', %d,
                      now(), now(), now(), 0
                    from generate_series(1, %d) i""".formatted(set, DEVICES));
            statement.execute("create temp table made (i int, digest bytea)");
            for (int i = 0; i < TEXTS; i++) keep(database, i);
            statement.execute("""
                    insert into revision (device_id, kind, number, digest, settled_digest, origin, lines, added,
                      modified, removed, first_copy_at, last_copy_at, parts, part_count, follows)
                    select d.id, 'RUNNING', 1, t.digest, t.digest, 'NOT_PLANNED', %d, 0, 0, 0, now(), now(), '{}', 0, false
                    from device d join made t on t.i = d.id %% %d""".formatted(LINES, TEXTS));
            statement.execute("vacuum analyze");
        }
    }

    private static void keep(Connection database, int i) throws Exception {
        byte[] content = ("name hall\n" + ConfigPair.of(LINES, 1, i).beforeText()).getBytes(StandardCharsets.UTF_8);
        ContentPack pack = ContentPack.of(content);
        byte[] digest = MessageDigest.getInstance("SHA-256").digest(content);
        try (PreparedStatement keep = database.prepareStatement("""
                with pack as (insert into content_pack (contents, newest_size, packed) values (1, ?, ?) returning id),
                kept as (insert into content (digest, size, pack_id) select ?, ?, id from pack)
                insert into made values (?, ?)""")) {
            keep.setInt(1, content.length);
            keep.setBytes(2, pack.packed());
            keep.setBytes(3, digest);
            keep.setInt(4, content.length);
            keep.setInt(5, i);
            keep.setBytes(6, digest);
            keep.executeUpdate();
        }
    }

    private static List<Map<String, Object>> clauses() {
        List<Map<String, Object>> clauses = new ArrayList<>();
        for (int i = 0; i < CLAUSES; i++)
            clauses.add(forbidden("c" + i, i % 10 == 0 ? "^member vlan 3" + i : "^account mate-" + i + " "));
        clauses.add(forbidden("name", "^name hall"));
        return clauses;
    }

    private static Map<String, Object> forbidden(String tag, String pattern) {
        return Map.of(
                "tag",
                tag,
                "reason",
                "measured",
                "binding",
                "ADVISE",
                "platform",
                "corvane",
                "scope",
                "",
                "kind",
                "FORBIDDEN",
                "pattern",
                pattern);
    }

    private static boolean measure(Api api, Connection database) throws Exception {
        api.put("/api/standards/measured", Map.of("clauses", clauses(), "values", Map.of()))
                .json(200);
        long start = System.nanoTime();
        api.post("/api/standards/measured/publish", Map.of()).json(200);
        double answered = seconds(start);
        while (failing(api) == 0) Thread.sleep(20);
        double first = seconds(start);
        Thread.sleep(WATCHED);
        long judged = failing(api);
        double rate = judged / (seconds(start) - first);
        double bare = bareRows(database);
        System.out.printf(
                Locale.ROOT,
                "publishing %d clauses for %d devices: answered in %.2f s, first results in %.2f s (aim: at most %.1f)%s,"
                        + " then %.0f devices a second; bare rows, a transaction a device: %.0f a second, %.2f of that%n",
                CLAUSES + 1,
                DEVICES,
                answered,
                first,
                MOST_SECONDS,
                first <= MOST_SECONDS ? "" : "  MISSED",
                rate,
                bare,
                rate / bare);
        return first <= MOST_SECONDS;
    }

    private static double seconds(long since) {
        return (System.nanoTime() - since) / 1e9;
    }

    private static long failing(Api api) {
        JsonNode page =
                api.get("/api/findings?standard=measured&tag=name&size=1").json(200);
        return page.get("matching").asLong();
    }

    /** A finding and a judging for each of a thousand devices that are not looked at otherwise. */
    private static double bareRows(Connection database) throws Exception {
        try (Statement statement = database.createStatement()) {
            statement.execute(
                    "create table bare_judging (device_id bigint primary key, asked text[], judged_at timestamptz)");
            statement.execute("create table bare_finding (device_id bigint, tag text, evidence jsonb)");
            long start = System.nanoTime();
            for (int i = 0; i < 1000; i++)
                statement.execute("begin; insert into bare_judging values (" + i
                        + ", (select array_agg('c' || n) from generate_series(1, 100) n), now());"
                        + " insert into bare_finding values (" + i
                        + ", 'name', jsonb_build_array('name hall')); commit");
            return 1000 / seconds(start);
        }
    }
}
