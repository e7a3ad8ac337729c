package chaperone.server;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import chaperone.standins.StandIn;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Bringing devices in from foreign lists and from ranges; and what credential sets open. */
@Timeout(120)
class ImportApiTest {
    private static TestServer server;
    private static Api engineer;
    private static long wrong;

    @BeforeAll
    static void start() {
        server = TestServer.start(DevicePorts.next());
        engineer = server.as(Role.ENGINEER);
        wrong = server.as(Role.ADMINISTRATOR).makeCredentialSet("old switches", "chaperone", "low-water-1", "");
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @Test
    void aForeignListIsUnderstoodOnceItsHeadersHaveAMeaning() {
        String csv = "Asset no;Mgmt IP\nA-77;127.20.3.21\n".replace(';', ',');
        JsonNode guess =
                engineer.post("/api/imports/columns", Map.of("csv", csv)).json(200);
        assertThat(guess.get("meanings").get("mgmt ip").asString()).isEqualTo("address");
        assertThat(guess.get("meanings").get("asset no").asString()).isEmpty();

        Map<String, String> meanings = Map.of("mgmt ip", "address", "asset no", "tags");
        JsonNode lines = bringIn(csv, Map.of("columns", meanings));
        assertThat(lines.get(0).get("outcome").asString()).isEqualTo("ADDED");
        assertThat(lines.get(0).get("found").asString()).isEqualTo("duns-acc-1");
        assertThat(device("duns-acc-1").get("tags").get(0).asString()).isEqualTo("A-77");
        JsonNode again =
                engineer.post("/api/imports/columns", Map.of("csv", csv)).json(200);
        assertThat(again.get("meanings").get("asset no").asString())
                .as("remembered")
                .isEqualTo("tags");
    }

    @Test
    void aListMayNameSetsAndPlatformsAndIsRefusedWholeIfOneIsNotThere() {
        String csv = "address,credentials,platform\n127.20.3.22,switches,corvane\n127.20.3.24,quay set,corvane\n";
        Map<String, Object> request = new HashMap<>(request(csv));
        JsonNode problem = engineer.post("/api/imports", request).json(422);
        assertThat(problem.get("detail").asString()).contains("Line 3").contains("quay set");
        JsonNode lines = bringIn(csv.replace("quay set", "old switches"), Map.of());
        assertThat(lines.findValuesAsString("outcome")).containsExactly("ADDED", "LOGIN_REFUSED");
        long job = jobs("").get(0).get("id").asLong();
        engineer.post(
                        "/api/jobs/" + job + "/retry",
                        Map.of("lines", List.of(), "credentialSet", server.credentialSet()))
                .json(200);
        engineer.awaitJob(job);
        JsonNode again = lines(job).get(1);
        assertThat(again.get("outcome").asString()).isEqualTo("ADDED");
        assertThat(again.get("earlier").findValuesAsString("credentialSet"))
                .as("the record keeps every attempt")
                .containsExactly("old switches");
    }

    @Test
    void aRangeIsLookedThroughWithOneSetAfterTheOther() {
        Map<String, Object> request = Map.of(
                "ranges",
                "127.20.2.11 - 127.20.2.13\n127.20.2.21/31",
                "credentialSets",
                List.of(wrong, server.credentialSet()),
                "port",
                server.devicePort(),
                "perSecond",
                50);
        JsonNode told = engineer.post(
                        "/api/imports/range-preview",
                        Map.of("ranges", request.get("ranges") + "\n192.0.2.7", "port", server.devicePort()))
                .json(200);
        assertThat(told.get("addresses").asInt()).isEqualTo(6);
        assertThat(told.get("conflicting").asInt())
                .as("outside of what may be called")
                .isEqualTo(1);
        assertThat(told.get("calls").asInt() + told.get("known").asInt()).isEqualTo(5);
        JsonNode most = engineer.post(
                        "/api/imports/range-preview", Map.of("ranges", "127.20.0.0/18", "port", server.devicePort()))
                .json(200);
        assertThat(most.get("addresses").asInt())
                .as("but for the first and the last")
                .isEqualTo(16_382);
        long job = engineer.post("/api/imports/ranges", request)
                .json(202)
                .get("job")
                .asLong();
        engineer.awaitJob(job);
        Map<String, String> outcomes = new HashMap<>();
        lines(job)
                .forEach(line -> outcomes.put(
                        line.get("host").asString(), line.get("outcome").asString()));
        assertThat(outcomes)
                .containsEntry("127.20.2.11", "ADDED")
                .containsEntry("127.20.2.12", "ADDED")
                .containsEntry("127.20.2.13", "NOBODY_THERE")
                .containsEntry("127.20.2.20", "NOBODY_THERE")
                .containsEntry("127.20.2.21", "ADDED");
        assertThat(engineer.get("/api/devices/cairn-core-1")
                        .json(200)
                        .get("credentialSet")
                        .asString())
                .as("the set that opened it")
                .isEqualTo("switches");
        JsonNode opened =
                engineer.get("/api/jobs/" + job + "/lines?outcome=ADDED").json(200);
        assertThat(opened.get("total").asInt()).isEqualTo(3);
        opened.get("lines").forEach(line -> {
            assertThat(line.get("seen").asString()).endsWith("with \"switches\"");
            JsonNode refused = line.get("earlier");
            assertThat(refused.findValuesAsString("credentialSet")).containsExactly("old switches");
            assertThat(refused.get(0).get("meaning").asString()).contains("refused the account");
        });
        assertThat(engineer.get("/api/jobs/" + job + "/lines.csv?outcome=ADDED")
                        .body()
                        .lines())
                .hasSize(4)
                .first()
                .asString()
                .startsWith("target,device,state");
        assertThat(engineer.get("/api/jobs?kinds=RANGE").json(200).get("jobs")).hasSize(1);
    }

    @Test
    void wrongRangesAreRefusedWithTheirLine() {
        Map<String, Object> request = Map.of(
                "ranges", "127.20.2.11\n127.20.2.0/40", "credentialSets", List.of(wrong), "port", 22, "perSecond", 5);
        JsonNode problem = engineer.post("/api/imports/ranges", request).json(422);
        assertThat(engineer.post("/api/imports/range-preview", Map.of("ranges", request.get("ranges"), "port", 22))
                        .json(200)
                        .get("mistakes")
                        .get(0)
                        .get("line")
                        .asInt())
                .isEqualTo(1);
        assertThat(problem.get("problems").get(0).get("line").asInt()).isEqualTo(1);
    }

    @Test
    void aDeviceThatHasMovedIsOfferedItsNewAddress() {
        bringIn("127.20.1.21\n127.20.1.22\n", Map.of());
        // As if it had been met elsewhere before it was moved to where the stand-in is.
        JdbcClient database = server.context().getBean(JdbcClient.class);
        database.sql("update device set host = '127.20.99.9' where name = 'brkw-acc-1'")
                .update();
        database.sql("update host_key set host = '127.20.99.9' where host = '127.20.1.21'")
                .update();

        JsonNode line = bringIn("127.20.1.21\n", Map.of()).get(0);
        assertThat(line.get("outcome").asString()).isEqualTo("SAME_DEVICE");
        assertThat(line.get("seen").asString()).contains("same serial number");
        String found = line.get("found").asString();
        Map<String, Object> taken = Map.of("host", "127.20.1.22", "port", server.devicePort());
        assertThat(engineer.put("/api/devices/" + found + "/address", taken).status())
                .isEqualTo(409);
        Map<String, Object> address = Map.of("host", "127.20.1.21", "port", server.devicePort());
        assertThat(engineer.put("/api/devices/" + found + "/address", address).status())
                .isEqualTo(204);
        assertThat(engineer.copy(found)).as("its key went with it").isEqualTo("NEW_REVISION");
        assertThat(engineer.get("/api/devices/" + found + "/events?kinds=ADDRESS")
                        .json(200)
                        .get("events")
                        .get(0)
                        .get("before")
                        .asString())
                .isEqualTo("127.20.99.9:" + server.devicePort());
    }

    @Test
    void aSetIsTriedOnDevicesAndItsUsesAreCounted() {
        bringIn("127.20.1.23\n127.20.9.31\n", Map.of());
        List<String> devices = List.of("brkw-acc-3", "ald-wall-1");
        engineer.put("/api/sites/brackwater", Map.of("name", "Brackwater"));
        assertThat(engineer.post("/api/devices/edit", Map.of("devices", devices, "site", "Brackwater"))
                        .status())
                .isEqualTo(200);
        assertThat(tried(server.credentialSet(), devices)).containsOnly("LOGGED_IN");
        assertThat(tried(wrong, devices)).containsOnly("LOGIN_REFUSED");
        JsonNode uses = engineer.get("/api/credential-sets/" + wrong + "/uses").json(200);
        assertThat(uses.findValuesAsString("device")).contains("brkw-acc-3", "ald-wall-1");
        uses.forEach(use -> assertThat(use.get("uses").asInt()).isPositive());
    }

    /** The job itself is the judge of what was said before it. */
    @Test
    void whatAListWillDoIsSaidBeforeAnythingIsCalled() {
        bringIn("127.20.2.22\n", Map.of());
        String csv = """
                address,port,site,credentials
                127.20.2.22,%1$d,Elsewhere,
                127.20.2.22,%2$d,,
                127.20.2.23,%1$d,,old switches
                127.20.2.98,%1$d,,
                192.0.2.7,%1$d,,
                """.formatted(server.devicePort(), server.devicePort() + 1);
        JsonNode told = engineer.post("/api/imports/preview", request(csv)).json(200);
        assertThat(told.get("conflicts").findValuesAsString("line")).containsExactly("1", "2", "5");
        assertThat(told.get("conflicts").findValuesAsString("message"))
                .satisfiesExactly(
                        other -> assertThat(other).contains("stays as it is").contains("here \"Elsewhere\""),
                        port -> assertThat(port).contains("not called").contains("not among the ports"),
                        outside -> assertThat(outside).contains("192.0.2.7 is not among the ranges"));
        assertThat(told.get("sets").findValuesAsString("set")).containsExactly("old switches", "switches");

        List<String> outcomes = bringIn(csv, Map.of()).findValuesAsString("outcome");
        assertThat(told.get("addresses").asInt()).isEqualTo(outcomes.size());
        assertThat(told.get("known").asLong())
                .isEqualTo(outcomes.stream().filter("ALREADY_KNOWN"::equals).count());
        assertThat(told.get("calls").asLong())
                .isEqualTo(outcomes.stream()
                        .filter(outcome -> !List.of("ALREADY_KNOWN", "NOT_CALLABLE", "SET_NOT_FOR_ADDRESS")
                                .contains(outcome))
                        .count());
        Map<String, Object> noSetYet = new HashMap<>(request(csv));
        noSetYet.put("credentialSet", 0);
        assertThat(engineer.post("/api/imports/preview", noSetYet)
                        .json(200)
                        .get("calls")
                        .asInt())
                .isEqualTo(2);
        assertThat(mistaken("127.20.2.22\n127.20.2.999\n")).isEqualTo(1);
        assertThat(mistaken("address,credentials\n127.20.2.98,\n127.20.2.99,quay set\n"))
                .isEqualTo(2);
    }

    /** The line of the one mistake that a list has. */
    private static int mistaken(String csv) {
        JsonNode told = engineer.post("/api/imports/preview", request(csv)).json(200);
        assertThat(told.get("calls").asInt()).isZero();
        assertThat(told.get("mistakes")).hasSize(1);
        return told.get("mistakes").get(0).get("line").asInt();
    }

    private static List<String> tried(long set, List<String> devices) {
        long job = engineer.post("/api/credential-sets/" + set + "/try", Map.of("devices", devices))
                .json(202)
                .get("job")
                .asLong();
        engineer.awaitJob(job);
        return lines(job).findValuesAsString("outcome");
    }

    private static JsonNode device(String name) {
        return engineer.get("/api/devices/" + name).json(200).get("device");
    }

    private static Map<String, Object> request(String csv) {
        return Map.of("csv", csv, "credentialSet", server.credentialSet(), "port", server.devicePort(), "listName", "");
    }

    private static JsonNode bringIn(String csv, Map<String, Object> more) {
        Map<String, Object> request = new HashMap<>(request(csv));
        request.putAll(more);
        long job = engineer.post("/api/imports", request).json(202).get("job").asLong();
        engineer.awaitJob(job);
        return lines(job);
    }

    @Test
    void anInterfaceForProgramsThatIsOffIsToldApartFromARefusedLogIn() {
        StandIn router = server.standIn("gull-rtr-1");
        String address = router.address().getHostString() + "\n";
        router.device().type("t.gale", List.of("put system reach shell"));
        JsonNode line = bringIn(address, Map.of("platform", "plain-netconf")).get(0);
        assertThat(line.get("outcome").asString()).isEqualTo("NO_PROGRAM_INTERFACE");
        assertThat(line.get("advice").asString()).startsWith("Switch it on at the device");
        router.device().type("t.gale", List.of("put system reach programs"));
        assertThat(bringIn(address, Map.of("platform", "plain-netconf"))
                        .get(0)
                        .get("outcome")
                        .asString())
                .isEqualTo("ADDED");
    }

    /** What the list tells of all jobs, and their lines, says which of them fit. */
    @Test
    void jobsAreFoundByKindWhoStateAndDevice() {
        JsonNode lines = bringIn("address,site\n127.20.4.11,New Jetty\n127.20.4.99,Nowhere\n", Map.of());
        assertThat(engineer.get("/api/sites").json(200).findValuesAsString("name"))
                .as("a line that failed makes no site")
                .contains("New Jetty")
                .doesNotContain("Nowhere");
        String found = lines.get(0).get("found").asString();
        engineer.copy(found);
        List<JsonNode> all = jobs("");
        assertThat(all).hasSizeGreaterThan(1);
        for (String kind : List.of("", "IMPORT", "COPY", "TRY")) {
            for (String state : List.of("ANY", "RUNNING", "FAILED", "DONE")) {
                for (String device : List.of("", found.toUpperCase(Locale.ROOT), "127.20.4.99", "nobody")) {
                    List<JsonNode> expected = all.stream()
                            .filter(job ->
                                    kind.isEmpty() || job.get("kind").asString().equals(kind))
                            .filter(job -> state.equals("ANY") || stateOf(job).equals(state))
                            .filter(job -> device.isEmpty() || names(job, device))
                            .toList();
                    String query = "kinds=" + kind + "&state=" + state + "&device=" + device;
                    assertThat(jobs(query)).as(query).isEqualTo(expected);
                }
            }
        }
        assertThat(jobs("who=nobody")).isEmpty();
        String asker = all.get(0).get("askedBy").asString();
        assertThat(jobs("who=" + asker))
                .isEqualTo(all.stream()
                        .filter(job -> job.get("askedBy").asString().equals(asker))
                        .toList());
        JsonNode second = engineer.get("/api/jobs?size=1&page=1").json(200);
        assertThat(second.get("jobs").get(0)).isEqualTo(all.get(1));
        assertThat(second.get("matching").asInt()).isEqualTo(all.size());
        assertThat(engineer.get("/api/jobs?state=ODD").json(400).get("detail").asString())
                .isEqualTo("State must be one of ANY, RUNNING, FAILED, DONE.");
    }

    private static List<JsonNode> jobs(String query) {
        return engineer.get("/api/jobs?size=200&" + query)
                .json(200)
                .get("jobs")
                .valueStream()
                .toList();
    }

    private static String stateOf(JsonNode job) {
        if (!job.hasNonNull("endedAt")) return "RUNNING";
        JsonNode states = job.get("states");
        boolean hasFailed =
                states.path("FAILED").asLong(0) + states.path("STOPPED").asLong(0) > 0;
        return hasFailed ? "FAILED" : "DONE";
    }

    private static boolean names(JsonNode job, String device) {
        return engineer.get("/api/jobs/" + job.get("id").asLong() + "/lines?size=500")
                .json(200)
                .get("lines")
                .valueStream()
                .flatMap(line -> Stream.of("target", "found", "host")
                        .map(field -> line.get(field).asString()))
                .anyMatch(device::equalsIgnoreCase);
    }

    private static JsonNode lines(long job) {
        return engineer.get("/api/jobs/" + job + "/lines?size=500").json(200).get("lines");
    }
}
