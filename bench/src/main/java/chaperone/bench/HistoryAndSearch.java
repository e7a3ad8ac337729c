package chaperone.bench;

import chaperone.core.platform.Platforms;
import chaperone.server.support.Api;
import chaperone.server.support.TestPostgres;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.time.Instant;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.TimeUnit;
import tools.jackson.databind.JsonNode;

/**
 * The history of a month of 10,000 devices, and lines looked for in their configurations of 1,000 lines, by the API, against
 * the SQL that somebody would write by hand to know the same: the page's rows and how many match.
 *
 * <p>{@code HistoryAndSearch SERVER-JAR}; exit 1 if an aim is missed.
 */
public final class HistoryAndSearch {
    private static final int DEVICES = 10_000;
    private static final int LINES = 1000;
    private static final int BASES = 200;
    private static final int REVISIONS = 6;
    private static final int WARM_UPS = 60;
    private static final int ROUNDS = 41;

    private static final String MONTH = " from revision r left join revision_accounted k on k.revision_id = r.id"
            + " where r.follows and r.kind = 'RUNNING' and r.first_copy_at > now() - interval '31 days'";
    private static final String FOUND =
            " from config_text t join device d on d.id = t.device_id" + " where lower(t.shown) like '%vlan 377%'";

    private static final List<Case> CASES = List.of(
            new Case(
                    "history of a month",
                    "/api/history?size=200&kinds=RUNNING&since=",
                    List.of(
                            "select r.*, d.name, s.name as site"
                                    + MONTH.replace(
                                            " where",
                                            " join device d on d.id = r.device_id left join site s on s.id ="
                                                    + " d.site_id where")
                                    + " order by r.first_copy_at desc, r.id desc limit 200",
                            "select count(*)" + MONTH,
                            "select a.* from revision_actor a where a.revision_id in (select r.id" + MONTH
                                    + " order by r.first_copy_at desc, r.id desc limit 200)"),
                    1.5),
            new Case("a text", "/api/search/lines?text=" + encoded("vlan 377") + "&size=100", bySql(), 1.5),
            new Case(
                    "by structure",
                    "/api/search/lines?text=" + encoded("vlan 377 under port") + "&size=100",
                    bySql(),
                    5));

    /** @param most times as long as the SQL by hand */
    private record Case(String name, String path, List<String> byHand, double most) {}

    private HistoryAndSearch() {}

    private static List<String> bySql() {
        return List.of("select d.name, t.shown" + FOUND + " order by d.name limit 100", "select count(*)" + FOUND);
    }

    private static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8);
    }

    public static void main(String[] args) throws Exception {
        String database = TestPostgres.emptyDatabase();
        Process server = Sweep.server(args[0], database);
        boolean hold = true;
        try (Connection connection = DriverManager.getConnection(database, "postgres", "")) {
            Api api = Sweep.logIn();
            fill(connection, api.makeCredentialSet("switches", "chaperone", "x", ""));
            for (Case each : CASES) hold &= measure(api, connection, each);
        } finally {
            server.destroy();
            server.waitFor(20, TimeUnit.SECONDS);
        }
        System.exit(hold ? 0 : 1);
    }

    private static void fill(Connection database, long set) throws Exception {
        byte[] yaml = Platforms.shippedText("corvane").getBytes(StandardCharsets.UTF_8);
        String masks = "corvane:"
                + HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(yaml), 0, 8);
        try (Statement statement = database.createStatement()) {
            statement.execute("update reading_plan set is_on = false");
            statement.execute("""
                    insert into device (name, host, port, platform, role, model, serial, release, credential_set_id,
                      added_at, last_copy_at, checked_at, version)
                    select 'hall-acc-' || i, 'host-' || i, 22, 'corvane', 'access', 'C2048', 'S' || i, '7.4.2', %d,
                      now(), now(), now(), 0
                    from generate_series(1, %d) i""".formatted(set, DEVICES));
            statement.execute("""
                    with pack as (
                      insert into content_pack (contents, newest_size, packed) values (1, 0, '') returning id)
                    insert into content (digest, size, pack_id) select sha256(''), 0, id from pack""");
            statement.execute("""
                    insert into revision (device_id, kind, number, digest, settled_digest, origin, lines, added,
                      modified, removed, first_copy_at, last_copy_at, parts, part_count, follows)
                    select d.id, 'RUNNING', n, sha256(''), sha256((d.id || '/' || n)::bytea), 'NOT_PLANNED', 1000, 2, 1,
                      0, now() - (%1$d - n) * interval '5 days' - d.id * interval '1 minute', now(),
                      array['vlan ' || d.id %% 900, 'port 1/0/' || d.id %% 48], 2, n > 1
                    from device d, generate_series(1, %1$d) n""".formatted(REVISIONS));
            statement.execute("""
                    insert into revision_origin (revision_id, same_until, seen_at, sureness)
                    select id, first_copy_at - interval '1 hour', first_copy_at, 'SOLE' from revision where number > 1""");
            statement.execute("""
                    insert into revision_actor (revision_id, place, account, person, came_from, way, proof, first_at,
                      last_at)
                    select revision_id, 0, 'm.oduya', '', '198.51.100.41', 'ssh', 'EDIT', same_until, seen_at
                    from revision_origin""");
            // Texts of their own are made for some; the others have one of those and a line of their own.
            statement.execute("drop index config_text_letters");
            statement.execute("""
                    create temp table base as select b, (
                      select string_agg(case when n %% 4 = 1 then 'port 1/' || n / 100 || '/' || n
                        when n %% 4 = 2 then '  text "desk ' || (b * 31 + n * 7) %% 5000 || '"'
                        when n %% 4 = 3 then '  member vlan ' || 10 + (b * 13 + n) %% 350
                        else '  open' end, chr(10) order by n)
                      from generate_series(1, %d) n) as shown
                    from generate_series(0, %d) b""".formatted(LINES - 1, BASES - 1));
            statement.execute("""
                    insert into config_text (device_id, revision_id, masks, shown)
                    select d.id, (select max(r.id) from revision r where r.device_id = d.id), '%s',
                      'name ' || d.name || chr(10) || case when d.id %% 50 = 0
                        then replace(b.shown, 'member vlan 10', 'member vlan 377') else b.shown end
                    from device d join base b on b.b = d.id %% %d""".formatted(masks, BASES));
            statement.execute("create index config_text_letters on config_text using gin (lower(shown) gin_trgm_ops)");
            statement.execute("vacuum analyze");
        }
    }

    private static boolean measure(Api api, Connection database, Case each) throws SQLException {
        String path =
                each.path().endsWith("since=") ? each.path() + Instant.now().minus(Duration.ofDays(31)) : each.path();
        JsonNode answer = api.get(path).json(200);
        int rows = answer.has("matching")
                ? answer.get("matching").asInt()
                : answer.get("devices").asInt();
        AgainstSql against = new AgainstSql(database, each.byHand());
        int byHand = against.matching();
        if (rows != byHand || rows == 0)
            throw new IllegalStateException("The two do not answer the same: " + rows + " and " + byHand);
        AgainstSql.Figures figures = against.measure(() -> api.get(path).json(200), WARM_UPS, ROUNDS);
        double share = figures.share();
        System.out.printf(
                Locale.ROOT,
                "%s, %d match: %.1f ms, %.2f of the time of the SQL by hand (aim: at most %.1f)%s%n",
                each.name(),
                rows,
                figures.millis(),
                share,
                each.most(),
                share <= each.most() ? "" : "  MISSED");
        return share <= each.most();
    }
}
