package chaperone.server.reading;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.copy.QuickReading;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import chaperone.standins.demo.DemoFleet;
import chaperone.standins.device.Chassis;
import chaperone.standins.device.Fault;
import chaperone.standins.device.Module;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** What is known of devices between copies: facts and their changes, quick checks, copies that may be parts. */
@Timeout(120)
class ReadingTest {
    private static final Duration DAY = Duration.ofDays(1);
    private static final String SWITCH = "brkw-acc-1";
    private static final String ROUTER = "brkw-rtr-1";

    private static TestServer server;
    private static Api engineer;
    private static JdbcClient database;
    private static QuickReading reading;

    @BeforeAll
    static void start() {
        server = TestServer.startImpatient(DevicePorts.next());
        engineer = server.as(Role.ENGINEER);
        database = server.context().getBean(JdbcClient.class);
        reading = server.context().getBean(QuickReading.class);
        bringIn("127.20.1.21\n127.20.1.2\n127.20.9.31\n127.20.21.11\n");
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @BeforeEach
    void everyDeviceIsWell() {
        for (String device : devices()) {
            for (Fault fault : Fault.values()) server.standIn(device).clear(fault);
            engineer.copy(device);
        }
    }

    private static List<String> devices() {
        List<String> names = new ArrayList<>();
        engineer.get("/api/devices")
                .json(200)
                .get("devices")
                .forEach(d -> names.add(d.get("name").asString()));
        return names;
    }

    @Test
    void everyFamilyTellsItsFacts() {
        assertThat(devices()).hasSize(4);
        for (String device : devices()) {
            JsonNode facts = engineer.get("/api/devices/" + device).json(200).get("facts");
            Chassis chassis = chassis(device);
            assertThat(facts.get("macBase").asString())
                    .isEqualTo(chassis.hardware().macBase());
            assertThat(facts.get("storageTotal").asLong()).isEqualTo(128_000_000);
            assertThat(facts.get("storageFree").asLong())
                    .isEqualTo(chassis.storage().free());
            assertThat(facts.has("startedAt")).isTrue();
            boolean hasModules = !chassis.hardware().maker().equals("Pellon");
            assertThat(facts.get("modules").size()).isEqualTo(hasModules ? 1 : 0);
        }
    }

    @Test
    void tablesComeWithACopyAndFitWhatTheDeviceShows() {
        for (String device : devices()) {
            List<String> kinds = new ArrayList<>();
            for (JsonNode table :
                    engineer.get("/api/devices/" + device + "/tables").json(200)) {
                kinds.add(table.get("kind").asString());
                table.get("rows").forEach(row -> assertThat(row).hasSameSizeAs(table.get("columns")));
                if (table.get("kind").asString().equals("NEIGHBOURS")) {
                    assertThat(table.get("rows"))
                            .hasSameSizeAs(chassis(device).neighbourhood().neighbours());
                }
            }
            assertThat(kinds).as(device).containsExactly("ARP", "MACS", "NEIGHBOURS", "ROUTES");
        }
    }

    @Test
    void theOutlineLeadsToTheLinesOfTheText() {
        String path = "/api/devices/" + ROUTER + "/revisions/1";
        JsonNode lines = engineer.get(path + "/lines").json(200).get("lines");
        JsonNode outline = engineer.get(path + "/outline").json(200);
        assertThat(outline.size()).isGreaterThan(4);
        outline.forEach(
                heading -> assertThat(lines.get(heading.get("line").asInt()).asString())
                        .contains(heading.get("text").asString()));
    }

    @Test
    void aModuleThatIsInsertedAndTakenOutIsAnEvent() {
        chassis(SWITCH).insert(7, new Module("P8", "EXTRA-7"));
        assertThat(look(SWITCH)).isEqualTo(QuickReading.Seen.SAME);
        JsonNode event = newest(SWITCH);
        assertThat(event.get("kind").asString()).isEqualTo("MODULE_INSERTED");
        assertThat(event.get("object").asString()).isEqualTo("7");
        assertThat(event.get("after").asString()).isEqualTo("P8, serial EXTRA-7");

        chassis(SWITCH).insert(7, new Module("P8", "EXTRA-8"));
        look(SWITCH);
        assertThat(newest(SWITCH).get("kind").asString()).isEqualTo("MODULE_REPLACED");
        chassis(SWITCH).takeOut(7);
        engineer.copy(SWITCH);
        assertThat(newest(SWITCH).get("kind").asString()).isEqualTo("MODULE_TAKEN_OUT");
        assertThat(newest(SWITCH).get("before").asString()).isEqualTo("P8, serial EXTRA-8");
    }

    @Test
    void aRestartAndFullStorageAreEvents() {
        // As if it had been up for an hour: the stand-in's clock cannot be turned back.
        database.sql("update device set started_at = started_at - interval '1 hour' where name = ?")
                .param(ROUTER)
                .update();
        look(ROUTER);
        assertThat(newest(ROUTER).get("kind").asString()).isEqualTo("RESTARTED");
        server.standIn(ROUTER).set(Fault.STORAGE_FULL, 0);
        look(ROUTER);
        assertThat(newest(ROUTER).get("kind").asString()).isEqualTo("STORAGE_FREE");
        assertThat(newest(ROUTER).get("after").asString()).isEqualTo("0");
        long before = events(ROUTER);
        look(ROUTER);
        assertThat(events(ROUTER)).as("nothing new, nothing told").isEqualTo(before);
    }

    @ParameterizedTest
    @ValueSource(strings = {SWITCH, ROUTER, "ald-wall-1", "mv-avocet-sw-1"})
    void aCopyIsTakenOnlyWhenSomethingHasMoved(String device) {
        if (!devices().contains(device))
            bringIn(server.standIn(device).address().getHostString() + "\n");
        engineer.copy(device);
        long copies = copies(device);
        assertThat(look(device)).isEqualTo(QuickReading.Seen.SAME);
        assertThat(copies(device)).isEqualTo(copies);

        server.standIn(device).set(Fault.EDITED_BEHIND, 0);
        assertThat(look(device)).isEqualTo(QuickReading.Seen.COPIED);
        assertThat(look(device)).isEqualTo(QuickReading.Seen.SAME);
        server.standIn(device).device().save();
        assertThat(look(device)).as("saved is another one now").isEqualTo(QuickReading.Seen.COPIED);
        assertThat(reading.read(id(device), Duration.ZERO, DAY)).as("too old").isEqualTo(QuickReading.Seen.COPIED);
    }

    @Test
    void aDeviceThatGoesAndComesBackIsToldOnce() {
        server.standIn(SWITCH).set(Fault.NO_ANSWER, 0);
        assertThat(look(SWITCH)).isEqualTo(QuickReading.Seen.FAILED);
        assertThat(newest(SWITCH).get("kind").asString()).isEqualTo("FAILED");
        long before = events(SWITCH);
        look(SWITCH);
        assertThat(events(SWITCH)).isEqualTo(before);
        server.standIn(SWITCH).clear(Fault.NO_ANSWER);
        look(SWITCH);
        assertThat(newest(SWITCH).get("kind").asString()).isEqualTo("ANSWERS_AGAIN");
        assertThat(newest(SWITCH).get("before").asString()).isEqualTo("NO_ANSWER");
    }

    @Test
    void aPassLooksAtWhatIsDueByItsGroupsPlan() throws InterruptedException {
        engineer.put("/api/groups/routers", Map.of("query", "role is router", "note", ""))
                .status();
        engineer.put(
                "/api/reading-plans?group=routers",
                Map.of("everyMinutes", 60, "fullAfterHours", 24, "tablesEveryMinutes", 60, "on", true));
        database.sql("update device set last_tried_at = now() - interval '10 minutes', checked_at = null")
                .update();
        ReadingPass pass = server.context().getBean(ReadingPass.class);
        pass.begin();
        assertThat(awaitChecked(pass)).contains(SWITCH).doesNotContain(ROUTER);
        engineer.put(
                "/api/reading-plans?group=routers",
                Map.of("everyMinutes", 5, "fullAfterHours", 24, "tablesEveryMinutes", 60, "on", true));
        database.sql("update device set last_tried_at = now() - interval '10 minutes', checked_at = null")
                .update();
        engineer.put(
                "/api/reading-plans",
                Map.of("everyMinutes", 5, "fullAfterHours", 24, "tablesEveryMinutes", 60, "on", false));
        pass.begin();
        assertThat(awaitChecked(pass)).containsExactly(ROUTER);
        engineer.put(
                "/api/reading-plans",
                Map.of("everyMinutes", 5, "fullAfterHours", 24, "tablesEveryMinutes", 60, "on", true));
        assertThat(engineer.delete("/api/reading-plans?group=routers").status()).isEqualTo(200);
        assertThat(engineer.get("/api/reading-plans").json(200)).hasSize(1);
    }

    private static List<String> awaitChecked(ReadingPass pass) throws InterruptedException {
        while (pass.inHand() > 0) Thread.onSpinWait();
        return database.sql("select name from device where checked_at is not null")
                .query(String.class)
                .list();
    }

    @Test
    void aCopyThatLacksASectionDoesNotCountUntilSomebodySaysSo() {
        long copied = engineer.get("/api/devices/" + SWITCH)
                .json(200)
                .get("device")
                .get("lastCopyAt")
                .asString()
                .length();
        assertThat(copied).isPositive();
        List<String> ports =
                IntStream.rangeClosed(1, 24).mapToObj(n -> "not port 1/0/" + n).collect(Collectors.toList());
        server.standIn(SWITCH).device().type(DemoFleet.PERSON, ports);
        assertThat(engineer.copy(SWITCH)).isEqualTo("COPIED_IN_PART");
        JsonNode device = engineer.get("/api/devices/" + SWITCH).json(200).get("device");
        assertThat(device.get("answers").get("kept").get("kind").asString()).isEqualTo("ATTENTION");
        assertThat(device.get("answers").get("kept").get("reason").asString()).contains("no \"port\" any more");
        assertThat(device.get("answers").get("matched").get("kind").asString()).isEqualTo("NOT_KNOWN");
        assertThat(newest(SWITCH).get("kind").asString()).isEqualTo("INCOMPLETE");
        assertThat(engineer.copy(SWITCH)).as("it stays doubted").isEqualTo("COPIED_IN_PART");

        int newest = revisions(SWITCH).size();
        assertThat(revisions(SWITCH).get(newest - 1).get("incomplete").asString())
                .contains("port");
        String whole = "/api/devices/" + SWITCH + "/revisions/" + newest + "/whole";
        assertThat(engineer.post(whole, Map.of()).status()).isEqualTo(204);
        assertThat(engineer.post(whole, Map.of()).status()).isEqualTo(409);
        assertThat(engineer.get("/api/devices/" + SWITCH)
                        .json(200)
                        .get("device")
                        .get("answers")
                        .get("kept")
                        .get("kind")
                        .asString())
                .isEqualTo("YES");
        assertThat(engineer.copy(SWITCH)).isEqualTo("NOTHING_NEW");
    }

    @Test
    void anAccountThatSeesOnlyAPartIsRefusedAtTheFirstContact() {
        long set = server.as(Role.ADMINISTRATOR).makeCredentialSet("lookers", "watch", "lookout-2", "");
        Map<String, Object> list =
                Map.of("csv", "127.20.2.2", "credentialSet", set, "port", server.devicePort(), "listName", "");
        long job = engineer.post("/api/imports", list).json(202).get("job").asLong();
        engineer.awaitJob(job);
        JsonNode line = engineer.get("/api/jobs/" + job + "/lines")
                .json(200)
                .get("lines")
                .get(0);
        assertThat(line.get("outcome").asString()).isEqualTo("PARTLY_READABLE");
        assertThat(line.get("seen").asString()).contains("shown in part");
    }

    @Test
    void tablesAreReadAgainWhenTheyAreOldThoughNothingElseHasMoved() {
        String first = engineer.get("/api/devices/" + SWITCH + "/tables")
                .json(200)
                .get(0)
                .get("readAt")
                .asString();
        assertThat(reading.read(id(SWITCH), DAY, DAY)).isEqualTo(QuickReading.Seen.SAME);
        assertThat(engineer.get("/api/devices/" + SWITCH + "/tables")
                        .json(200)
                        .get(0)
                        .get("readAt")
                        .asString())
                .isEqualTo(first);
        assertThat(reading.read(id(SWITCH), DAY, Duration.ZERO)).isEqualTo(QuickReading.Seen.SAME);
        assertThat(engineer.get("/api/devices/" + SWITCH + "/tables")
                        .json(200)
                        .get(0)
                        .get("readAt")
                        .asString())
                .isGreaterThan(first);
    }

    @Test
    void aNeighbourThatIsGoneDiffersFromTheReadingBefore() {
        String path = "/api/devices/" + SWITCH + "/tables/NEIGHBOURS/";
        reading.read(id(SWITCH), DAY, Duration.ZERO);
        int before =
                engineer.get(path + "readings").json(200).get(0).get("number").asInt();
        server.standIn("brkw-core-1").set(Fault.NO_ANSWER, 0);
        try {
            reading.read(id(SWITCH), DAY, Duration.ZERO);
        } finally {
            server.standIn("brkw-core-1").clear(Fault.NO_ANSWER);
        }
        JsonNode difference = engineer.get(path + "difference?before=" + before + "&after=" + (before + 1))
                .json(200);
        assertThat(difference.get("rows")).hasSize(1);
        assertThat(difference.get("rows").get(0).get("state").asString()).isEqualTo("REMOVED");
        assertThat(difference.get("rows").get(0).get("before").get(1).asString())
                .isEqualTo("brkw-core-1");
    }

    private static void bringIn(String csv) {
        Map<String, Object> list = Map.of(
                "csv", csv, "credentialSet", server.credentialSet(), "port", server.devicePort(), "listName", "");
        engineer.awaitJob(
                engineer.post("/api/imports", list).json(202).get("job").asLong());
    }

    private static QuickReading.Seen look(String device) {
        return reading.read(id(device), DAY, DAY);
    }

    private static long id(String device) {
        return database.sql("select id from device where name = ?")
                .param(device)
                .query(Long.class)
                .single();
    }

    private static long copies(String device) {
        return database.sql("select count(*) from copy where device_id = ?")
                .param(id(device))
                .query(Long.class)
                .single();
    }

    private static long events(String device) {
        return engineer.get("/api/devices/" + device + "/events")
                .json(200)
                .get("matching")
                .asLong();
    }

    private static JsonNode newest(String device) {
        return engineer.get("/api/devices/" + device + "/events")
                .json(200)
                .get("events")
                .get(0);
    }

    private static JsonNode revisions(String device) {
        return engineer.get("/api/devices/" + device + "/revisions").json(200);
    }

    private static Chassis chassis(String device) {
        return server.standIn(device).device().chassis();
    }
}
