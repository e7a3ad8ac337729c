package chaperone.bench;

import chaperone.server.support.Api;
import chaperone.server.support.TestPostgres;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.TimeUnit;
import tools.jackson.databind.JsonNode;

/**
 * A filtered, sorted page of a fleet of 10,000 devices by the API, over HTTP and as JSON, against the SQL that somebody
 * would write by hand to know the same: the page's rows, how many match, and the counts beside the filter.
 *
 * <p>{@code FleetPage SERVER-JAR}; exit 1 if the aim is missed.
 */
public final class FleetPage {
    private static final int DEVICES = 10_000;
    private static final int WARM_UPS = 400;
    private static final int ROUNDS = 201;
    private static final double MOST = 1.5;
    private static final String QUERY = "role is access and release below 7.4 and not copied within 2 days";
    private static final String PATH =
            "/api/devices?sort=-changed&page=2&size=100&query=" + URLEncoder.encode(QUERY, StandardCharsets.UTF_8);
    private static final String WHERE = """
             from device d left join site s on s.id = d.site_id
            where lower(d.role) = 'access' and d.release in ('7.2.1', '7.3.0', '6.9')
              and not (d.last_copy_at is not null and d.last_copy_at >= now() - interval '2 days')""";
    private static final List<String> BY_HAND = List.of(
            "select d.*, s.name as site" + WHERE
                    + " order by d.changed_at desc nulls last, d.name limit 100 offset 200",
            "select count(*)" + WHERE,
            "select count(*) from device",
            "select s.name, count(*)" + WHERE + " group by s.name order by s.name",
            "select d.role, count(*)" + WHERE + " group by d.role order by d.role",
            "select d.release, count(*)" + WHERE + " group by d.release order by d.release",
            "select d.platform, count(*)" + WHERE + " group by d.platform order by d.platform",
            "select t.tag, count(*) from device_tag t where t.device_id in (select d.id" + WHERE
                    + ") group by t.tag order by t.tag");

    private FleetPage() {}

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

    private static void fill(Connection database, long set) throws SQLException {
        try (Statement statement = database.createStatement()) {
            statement.execute(
                    "insert into site (code, name) select 'hall-' || i, 'Hall ' || i from generate_series(1, 60) i");
            statement.execute("""
                    insert into device (name, host, port, platform, site_id, role, model, serial, release,
                      credential_set_id, added_at, last_copy_at, changed_at, version)
                    select 'hall-acc-' || i, 'host-' || i, 22, 'corvane',
                      (select id from site where code = 'hall-' || (1 + i %% 60)),
                      (array['access', 'core', 'router'])[1 + i %% 3], 'C20' || i %% 7, 'S' || i,
                      (array['7.2.1', '7.3.0', '6.9', '7.4.2', '7.10.0'])[1 + i %% 5], %d, now(),
                      now() - i %% 97 * interval '1 hour', now() - i * interval '1 minute', 0
                    from generate_series(1, %d) i""".formatted(set, DEVICES));
            for (String question : List.of("KEPT", "MATCHED")) {
                statement.execute(
                        "insert into device_answer select id, '" + question
                                + "', (array['YES', 'NO', 'ATTENTION', 'NOT_KNOWN'])[1 + id % 4], 'made up', now() from device");
            }
            statement.execute("insert into device_tag select id, 'tag ' || id % 9 from device where id % 2 = 0");
            statement.execute("analyze");
        }
    }

    private static boolean measure(Api api, Connection database) throws SQLException {
        JsonNode page = api.get(PATH).json(200);
        AgainstSql against = new AgainstSql(database, BY_HAND);
        int matching = against.matching();
        if (page.get("matching").asInt() != matching || page.get("devices").size() != 100) {
            throw new IllegalStateException("The two do not answer the same: " + matching + ", " + page);
        }
        AgainstSql.Figures figures = against.measure(() -> api.get(PATH).json(200), WARM_UPS, ROUNDS);
        double share = figures.share();
        System.out.printf(
                Locale.ROOT,
                "fleet of %d, %d match: a page in %.1f ms, %.2f of the time of the SQL by hand (aim: at most %.1f)%s%n",
                DEVICES,
                matching,
                figures.millis(),
                share,
                MOST,
                share <= MOST ? "" : "  MISSED");
        return share <= MOST;
    }
}
