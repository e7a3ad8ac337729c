package chaperone.server;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import chaperone.standins.demo.DemoFleet;
import chaperone.standins.device.Fault;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javax.sql.DataSource;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Devices come in from a list, are copied, edited, copied again: through the API, with real stand-ins. */
@Timeout(120)
class CopyStoryTest {
    private static TestServer server;
    private static Api api;

    @BeforeAll
    static void start() {
        server = TestServer.startImpatient(DevicePorts.next());
        api = server.as(Role.ENGINEER);
        bringIn("127.20.1.21\n127.20.1.22\n127.20.1.23\n127.20.2.21\n");
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @AfterEach
    void clearFaults() {
        server.standIns().all().values().forEach(device -> {
            if (!device.name().startsWith("brkw") && !device.name().startsWith("cairn")) return;
            for (Fault fault : Fault.values()) device.clear(fault);
        });
    }

    @Test
    void everyLineOfAListGetsItsOwnOutcome() {
        JsonNode lines = bringIn(DemoFleet.listToBringIn(server.devicePort()));
        Map<String, String> outcomes = new HashMap<>();
        lines.get("lines")
                .forEach(line -> outcomes.put(
                        line.get("host").asString(), line.get("outcome").asString()));
        assertThat(outcomes)
                .containsEntry("127.20.4.11", "ADDED")
                .containsEntry("127.20.6.21", "NO_ANSWER")
                .containsEntry("127.20.6.22", "PORT_CLOSED")
                .containsEntry("127.20.7.21", "LOGIN_REFUSED")
                .containsEntry("127.20.7.22", "PRIVILEGE_REFUSED")
                .containsEntry("127.20.8.21", "NOT_A_KNOWN_PLATFORM")
                .containsEntry("127.20.1.21", "ALREADY_KNOWN");
        JsonNode device = api.get("/api/devices/esth-core-1").json(200).get("device");
        assertThat(device.get("site").asString()).isEqualTo("Eastholm");
        assertThat(device.get("role").asString()).isEqualTo("core");
        assertThat(device.get("model").asString()).isEqualTo("C7012");
    }

    @Test
    void failedLinesCanBeTriedAgain() {
        server.standIn("inch-acc-2").set(Fault.PRIVILEGE_REFUSED, 0);
        long job = start("127.20.8.22:" + server.devicePort());
        assertThat(api.awaitJob(job).get("states").get("FAILED").asInt()).isEqualTo(1);
        server.standIn("inch-acc-2").clear(Fault.PRIVILEGE_REFUSED);
        assertThat(api.post("/api/jobs/" + job + "/retry", Map.of("lines", List.of(0)))
                        .json(200)
                        .get("lines")
                        .asInt())
                .isEqualTo(1);
        assertThat(api.awaitJob(job).get("states").get("DONE").asInt()).isEqualTo(1);
        assertThat(api.post("/api/jobs/" + job + "/retry", Map.of("lines", List.of(0)))
                        .status())
                .isEqualTo(409);
    }

    @Test
    void aChangedHostKeyIsRefusedUntilItIsAccepted() {
        String path = "/api/devices/brkw-acc-3";
        server.standIn("brkw-acc-3").changeIdentity();
        long job = api.post("/api/copies", Map.of("devices", List.of("brkw-acc-3")))
                .json(202)
                .get("job")
                .asLong();
        api.awaitJob(job);
        JsonNode line =
                api.get("/api/jobs/" + job + "/lines").json(200).get("lines").get(0);
        assertThat(line.get("outcome").asString()).isEqualTo("HOST_KEY_CHANGED");
        String seen = line.get("seen").asString();
        assertThat(seen)
                .contains(api.get(path)
                        .json(200)
                        .get("hostKey")
                        .get("fingerprint")
                        .asString());
        String shown = seen.substring(seen.lastIndexOf("SHA256:"));
        Map<String, Object> key = Map.of("host", "127.20.1.23", "port", server.devicePort(), "fingerprint", shown);
        assertThat(api.post("/api/host-keys", key).status()).isEqualTo(204);
        assertThat(api.copy("brkw-acc-3")).isEqualTo("NEW_REVISION");
    }

    @Test
    void aMalformedListNamesLineAndColumnAndAddsNothing() {
        Map<String, Object> request = Map.of(
                "csv",
                "address,port\n127.20.99.8,2941\n127.20.99.9,x\n",
                "credentialSet",
                server.credentialSet(),
                "port",
                22,
                "listName",
                "");
        JsonNode problem = api.post("/api/imports", request).json(422);
        assertThat(problem.get("detail").asString())
                .isEqualTo("Line 3, column 2: \"x\" is not a port from 1 to 65535.");
        assertThat(problem.get("problems").get(0).get("line").asInt()).isEqualTo(2);
        assertThat(api.get("/api/devices?query=127.20.99.")
                        .json(200)
                        .get("matching")
                        .asInt())
                .isZero();
    }

    @Test
    void aCopyThatFindsNothingNewMakesNoRevision() {
        assertThat(api.copy("brkw-acc-1")).isEqualTo("NEW_REVISION");
        JsonNode first = api.get("/api/devices/brkw-acc-1/revisions").json(200);
        assertThat(api.copy("brkw-acc-1")).isEqualTo("NOTHING_NEW");
        JsonNode again = api.get("/api/devices/brkw-acc-1/revisions").json(200);
        assertThat(again).hasSize(first.size());
        int last = again.size() - 1;
        assertThat(again.get(last).get("lastCopyAt").asString())
                .isGreaterThan(first.get(last).get("lastCopyAt").asString());
    }

    @Test
    void anEditMakesARevisionThatComparesAsAnEngineerWouldSayIt() {
        api.copy("brkw-acc-2");
        int before = api.get("/api/devices/brkw-acc-2/revisions").json(200).size();
        server.standIn("brkw-acc-2")
                .device()
                .type(
                        "m.oduya",
                        List.of(
                                "vlan 371 \"net loft\"",
                                "vlan 372 \"smokehouse\"",
                                "port 1/0/24",
                                "text \"net loft\"",
                                "open"));
        assertThat(api.copy("brkw-acc-2")).isEqualTo("NEW_REVISION");
        Map<String, Object> pair = Map.of(
                "before", Map.of("device", "brkw-acc-2", "number", before),
                "after", Map.of("device", "brkw-acc-2", "number", before + 1));
        JsonNode compare = api.post("/api/compare", pair).json(200);
        assertThat(compare.get("counts"))
                .hasToString("{\"added\":2,\"modified\":1,\"removed\":1,\"moved\":0,\"noise\":1,\"places\":3}");
        assertThat(compare.get("noise").get(0).get("name").asString()).isEqualTo("byte count");
        String diff = api.post("/api/compare/diff", pair).body();
        assertThat(diff).contains("+vlan 371 \"net loft\"\n").startsWith("--- a/brkw-acc-2");
        assertThat(api.get("/api/devices/brkw-acc-2")
                        .json(200)
                        .get("device")
                        .get("answers")
                        .get("matched")
                        .get("kind")
                        .asString())
                .as("it was altered by hand")
                .isEqualTo("NO");
    }

    @Test
    void secretsLeaveOnlyForThoseWhoMaySeeThem() {
        api.copy("cairn-acc-1");
        String lines = api.get("/api/devices/cairn-acc-1/revisions/1/lines").body();
        assertThat(lines).contains("admin-secret ••••").doesNotContain("c1.7f3a");
        assertThat(api.get("/api/devices/cairn-acc-1/revisions/1/text").body()).contains("c1.7f3a");
        Api.Answer masked = server.as(Role.VIEWER).get("/api/devices/CAIRN-acc-1/revisions/1/masked");
        assertThat(masked.status()).isEqualTo(200);
        assertThat(masked.body()).contains("admin-secret ••••").doesNotContain("c1.7f3a");
        assertThat(server.as(Role.VIEWER)
                        .get("/api/devices/cairn-acc-1/revisions/1/text")
                        .status())
                .isEqualTo(403);
        assertThat(api.get("/api/credential-sets").body())
                .contains("switches")
                .doesNotContain(DemoFleet.PASSWORD)
                .doesNotContain(DemoFleet.ADMIN_PASSWORD);
    }

    @ParameterizedTest
    @EnumSource(
            names = {
                "HANGS",
                "DROPS_AFTER",
                "LOSES_A_LINE",
                "REFUSES",
                "UNEXPECTED_PROMPT",
                "NO_ANSWER",
                "WRONG_CREDENTIALS"
            })
    void aFaultFailsItsOwnLineAndStoresNothing(Fault fault) {
        api.copy("brkw-acc-1");
        String path = "/api/devices/brkw-acc-1/revisions";
        JsonNode before = api.get(path).json(200);
        server.standIn("brkw-acc-1").device().type("x", List.of("port 1/0/5", "text \"" + fault + "\""));
        // The seventh command is the one for the configuration.
        server.standIn("brkw-acc-1").set(fault, fault == Fault.REFUSES ? 7 : 4);
        List<String> both = List.of("brkw-acc-1", "cairn-acc-1");
        long job = api.post("/api/copies", Map.of("devices", both))
                .json(202)
                .get("job")
                .asLong();
        JsonNode states = api.awaitJob(job).get("states");
        assertThat(states.get("FAILED").asInt()).isEqualTo(1);
        assertThat(states.get("DONE").asInt()).as("the other device goes on").isEqualTo(1);
        assertThat(api.get(path).json(200)).isEqualTo(before);
        assertThat(api.get("/api/devices/brkw-acc-1").json(200).get("device").has("lastFailure"))
                .isTrue();
    }

    @Test
    void aCopyIsKeptThoughSomebodyEditsTheDeviceInTheSameMoment() throws SQLException {
        DataSource database = server.context().getBean(DataSource.class);
        server.standIn("brkw-acc-2").device().type("m.oduya", List.of("vlan 374 \"cold store\""));
        try (Connection edit = database.getConnection()) {
            edit.setAutoCommit(false);
            edit.createStatement()
                    .execute("update device set role = 'quay', version = version + 1 where name = 'brkw-acc-2'");
            long job = api.post("/api/copies", Map.of("devices", List.of("brkw-acc-2")))
                    .json(202)
                    .get("job")
                    .asLong();
            String waiting =
                    "select count(*) from pg_stat_activity where wait_event_type = 'Lock' and datname = current_database()";
            JdbcClient other = JdbcClient.create(database);
            TestServer.await(() -> other.sql(waiting).query(Long.class).single() > 0, "the copy waits for the edit");
            edit.commit();
            JsonNode line = api.awaitJob(job).get("states");
            assertThat(line.get("DONE").asInt()).isEqualTo(1);
        }
        JsonNode device = api.get("/api/devices/brkw-acc-2").json(200).get("device");
        assertThat(device.get("role").asString()).isEqualTo("quay");
    }

    @Test
    void hugeAndOddConfigurationsAreKeptToTheByte() {
        server.standIn("cairn-acc-1").set(Fault.HUGE, 0);
        server.standIn("cairn-acc-1").set(Fault.NOT_UTF8, 0);
        assertThat(api.copy("cairn-acc-1")).isEqualTo("NEW_REVISION");
        int number = api.get("/api/devices/cairn-acc-1/revisions").json(200).size();
        byte[] kept = api.get("/api/devices/cairn-acc-1/revisions/" + number + "/text")
                .raw()
                .body();
        assertThat(kept)
                .isEqualTo(server.standIn("cairn-acc-1")
                        .device()
                        .runningText()
                        .getBytes(java.nio.charset.StandardCharsets.ISO_8859_1));
    }

    @Test
    void aJobCanBeStopped() {
        server.standIn("brkw-acc-1").set(Fault.SLOW, 500);
        long job = api.post("/api/copies", Map.of("devices", List.of("brkw-acc-1")))
                .json(202)
                .get("job")
                .asLong();
        api.await("/api/jobs/" + job, view -> view.get("states").get("IN_HAND").asInt() == 1);
        api.post("/api/jobs/" + job + "/stop", Map.of()).json(200);
        assertThat(api.awaitJob(job).get("states").get("STOPPED").asInt()).isEqualTo(1);
    }

    private static JsonNode bringIn(String csv) {
        long job = start(csv);
        api.awaitJob(job);
        return api.get("/api/jobs/" + job + "/lines").json(200);
    }

    private static long start(String csv) {
        Map<String, Object> request = Map.of(
                "csv",
                csv,
                "credentialSet",
                server.credentialSet(),
                "port",
                server.devicePort(),
                "listName",
                "test.csv");
        return api.post("/api/imports", request).json(202).get("job").asLong();
    }
}
