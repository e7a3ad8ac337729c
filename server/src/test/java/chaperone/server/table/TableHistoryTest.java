package chaperone.server.table;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.table.Table;
import chaperone.core.table.Table.Row;
import chaperone.core.table.TableKind;
import chaperone.server.account.Role;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.stream.IntStream;
import javax.sql.DataSource;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** What tables showed earlier: a real one first, then generated ones, on the real database. */
@Timeout(120)
class TableHistoryTest {
    private static final String PATH = "/api/devices/brkw-acc-1/tables/MACS";
    private static final int READINGS = 12;
    private static final Random RANDOM = new Random(11);

    private static TestServer server;
    private static Api administrator;
    private static JdbcClient database;
    private static long device;
    private static final List<Set<List<String>>> shown = new ArrayList<>();

    @BeforeAll
    static void start() {
        server = TestServer.start(DevicePorts.next());
        administrator = server.as(Role.ADMINISTRATOR);
        database = server.context().getBean(JdbcClient.class);
        server.bringIn(administrator, "127.20.1.21\n");
        administrator.copy("brkw-acc-1");
        device = database.sql("select id from device").query(Long.class).single();
        JsonNode real = administrator.get("/api/devices/brkw-acc-1/tables").json(200);
        shown.add(rows(real.valueStream()
                .filter(table -> table.get("kind").asString().equals("MACS"))
                .findFirst()
                .orElseThrow()
                .get("rows")));
        for (int day = READINGS; day > 0; day--) {
            Set<List<String>> rows = someMacs();
            shown.add(rows);
            keep(rows, day);
        }
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static Set<List<String>> someMacs() {
        Set<List<String>> rows = new HashSet<>();
        for (int mac = 0; mac < 30; mac++) {
            if (RANDOM.nextInt(3) > 0) {
                rows.add(List.of("310", "5e:00:00:00:00:%02x".formatted(mac), "1/0/" + (1 + RANDOM.nextInt(3))));
            }
        }
        return rows;
    }

    private static void keep(Set<List<String>> rows, int daysAgo) {
        List<List<String>> order = new ArrayList<>(rows);
        Collections.shuffle(order, RANDOM);
        Table table = new Table(
                TableKind.MACS,
                order.stream().map(cells -> new Row(TableKind.MACS, cells)).toList());
        Instant at = Instant.now().minus(Duration.ofDays(daysAgo));
        server.context().getBean(Tables.class).keep(device, List.of(table), at);
    }

    private static Set<List<String>> rows(JsonNode rows) {
        Set<List<String>> all = new HashSet<>();
        for (JsonNode row : rows) all.add(cells(row));
        return all;
    }

    private static List<String> cells(JsonNode row) {
        return row.valueStream().map(JsonNode::asString).toList();
    }

    @Test
    void everyDifferenceLeadsFromOneReadingToTheOther() {
        for (int before = 1; before <= shown.size(); before++) {
            for (int after = 1; after <= shown.size(); after++) {
                JsonNode difference = difference(before, after);
                Set<List<String>> rows = new HashSet<>(shown.get(before - 1));
                for (JsonNode row : difference.get("rows")) {
                    if (!row.get("before").isEmpty())
                        assertThat(rows.remove(cells(row.get("before")))).isTrue();
                }
                for (JsonNode row : difference.get("rows")) {
                    if (!row.get("after").isEmpty())
                        assertThat(rows.add(cells(row.get("after")))).isTrue();
                }
                assertThat(rows).isEqualTo(shown.get(after - 1));
            }
        }
    }

    @Test
    void whatAReadingBroughtIsItsDifferenceToTheOneBefore() {
        JsonNode readings = administrator.get(PATH + "/readings").json(200);
        assertThat(readings).hasSize(shown.size());
        for (JsonNode reading : readings) {
            int number = reading.get("number").asInt();
            if (number == 1) continue;
            JsonNode difference = difference(number - 1, number);
            for (String count : List.of("added", "removed", "altered")) {
                assertThat(reading.get(count)).isEqualTo(difference.get(count));
            }
        }
    }

    @Test
    void theSameRowsInAnotherOrderAreTheSameReading() {
        JsonNode before = administrator.get(PATH + "/readings").json(200).get(0);
        keep(shown.get(shown.size() - 1), 0);
        JsonNode after = administrator.get(PATH + "/readings").json(200).get(0);
        assertThat(after.get("number")).isEqualTo(before.get("number"));
        assertThat(after.get("lastReadAt").asString())
                .isGreaterThan(before.get("lastReadAt").asString());
    }

    @Test
    void whatDoesNotExistIsRefusedByName() {
        assertThat(administrator
                        .get(PATH + "/difference?before=1&after=900")
                        .json(404)
                        .get("detail")
                        .asString())
                .contains("900");
        assertThat(administrator
                        .get("/api/devices/brkw-acc-1/tables/SHIPS/readings")
                        .status())
                .isEqualTo(400);
        assertThat(administrator.get("/api/devices/nobody/tables/MACS/readings").status())
                .isEqualTo(404);
    }

    /** Another transaction holds the pack of the second table and then wants that of the first. */
    @Test
    void tablesAreKeptThoughTheDatabaseEndsOneOfTwoThatLockEachOtherOut() throws SQLException {
        Tables tables = server.context().getBean(Tables.class);
        tables.keep(device, List.of(many(TableKind.ARP, 40), many(TableKind.NEIGHBOURS, 40)), Instant.now());
        long first = packOfNewest(TableKind.ARP);
        long second = packOfNewest(TableKind.NEIGHBOURS);
        assertThat(first).isNotEqualTo(second);
        try (Connection other = server.context().getBean(DataSource.class).getConnection()) {
            other.setAutoCommit(false);
            // The database ends the one of the two that looks first.
            other.createStatement().execute("set local deadlock_timeout = '30s'");
            lockPack(other, second);
            List<Table> grown = List.of(many(TableKind.ARP, 41), many(TableKind.NEIGHBOURS, 41));
            CompletableFuture<Void> kept = CompletableFuture.runAsync(() -> tables.keep(device, grown, Instant.now()));
            String waiting =
                    "select count(*) from pg_stat_activity where wait_event_type = 'Lock' and datname = current_database()";
            TestServer.await(() -> database.sql(waiting).query(Long.class).single() > 0, "the tables wait for a pack");
            lockPack(other, first);
            other.commit();
            kept.join();
        }
        for (TableKind kind : List.of(TableKind.ARP, TableKind.NEIGHBOURS)) {
            JsonNode newest = administrator
                    .get("/api/devices/brkw-acc-1/tables/" + kind + "/readings")
                    .json(200)
                    .get(0);
            assertThat(newest.get("rows").asInt()).isEqualTo(41);
        }
    }

    private static Table many(TableKind kind, int rows) {
        return new Table(
                kind,
                IntStream.range(0, rows)
                        .mapToObj(row -> new Row(
                                kind, kind.columns().stream().map(c -> c + row).toList()))
                        .toList());
    }

    private static long packOfNewest(TableKind kind) {
        return database.sql("select c.pack_id from table_reading r join content c on c.digest = r.digest"
                        + " where r.device_id = :device and r.kind = :kind order by r.number desc limit 1")
                .param("device", device)
                .param("kind", kind.name())
                .query(Long.class)
                .single();
    }

    private static void lockPack(Connection connection, long pack) throws SQLException {
        connection.createStatement().executeQuery("select id from content_pack where id = " + pack + " for update");
    }

    private static JsonNode difference(int before, int after) {
        return administrator
                .get(PATH + "/difference?before=" + before + "&after=" + after)
                .json(200);
    }
}
