package chaperone.server;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.platform.Platforms;
import chaperone.server.account.Role;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import chaperone.standins.demo.DemoFleet;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Platforms as programs see them. */
@Timeout(120)
class PlatformApiTest {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static TestServer server;
    private static Api administrator;

    @BeforeAll
    static void start() {
        server = TestServer.start(DevicePorts.next());
        administrator = server.as(Role.ADMINISTRATOR);
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @Test
    void theShippedOnesAreThereWithTheirTexts() {
        JsonNode all = administrator.get("/api/platforms").json(200);
        assertThat(all).hasSize(Platforms.shippedNames().size());
        JsonNode corvane = administrator.get("/api/platforms/corvane").json(200);
        assertThat(corvane.get("yaml").asString()).isEqualTo(Platforms.shippedText("corvane"));
        assertThat(corvane.get("platform").get("source").asString()).isEqualTo("SHIPPED");
        assertThat(corvane.get("number").asInt()).isZero();
        assertThat(administrator.get("/api/platforms/keys").json(200).get("shell.paging"))
                .hasSize(3);
    }

    @Test
    void savesAddsAndTakesBack() {
        String yaml = Platforms.shippedText("plain-flat").replace("platform: plain-flat", "platform: quay-wall");
        assertThat(save("quay-wall", yaml, 0).status()).isEqualTo(204);
        assertThat(administrator
                        .get("/api/platforms/quay-wall")
                        .json(200)
                        .get("platform")
                        .get("source")
                        .asString())
                .isEqualTo("ADDED");
        assertThat(save("quay-wall", yaml.replace("title: ", "title: Another "), 0)
                        .json(409)
                        .get("code")
                        .asString())
                .as("somebody saved it meanwhile")
                .isEqualTo("changed-meanwhile");
        assertThat(save("quay-wall", yaml.replace("title: ", "title: Another "), 1)
                        .status())
                .isEqualTo(204);
        assertThat(administrator
                        .get("/api/platforms/quay-wall/texts/1")
                        .json(200)
                        .get("yaml")
                        .asString())
                .isEqualTo(yaml);
        assertThat(administrator.delete("/api/platforms/quay-wall").status()).isEqualTo(204);
        assertThat(administrator.get("/api/platforms/quay-wall").status()).isEqualTo(404);
    }

    @Test
    void aShippedOneIsAlteredAndComesBack() {
        String yaml = Platforms.shippedText("pellon").replace("title: Pellon small switch", "title: Switch aboard");
        assertThat(save("pellon", yaml, 0).status()).isEqualTo(204);
        JsonNode altered = administrator.get("/api/platforms/pellon").json(200).get("platform");
        assertThat(altered.get("source").asString()).isEqualTo("ALTERED");
        assertThat(altered.get("title").asString()).isEqualTo("Switch aboard");
        assertThat(administrator.delete("/api/platforms/pellon").status()).isEqualTo(204);
        assertThat(administrator
                        .get("/api/platforms/pellon")
                        .json(200)
                        .get("platform")
                        .get("title")
                        .asString())
                .isEqualTo("Pellon small switch");
        assertThat(administrator
                        .delete("/api/platforms/pellon")
                        .json(409)
                        .get("code")
                        .asString())
                .isEqualTo("as-shipped");
    }

    @Test
    void aMistakeIsNamedWithItsLineAndNothingIsSaved() {
        String yaml = Platforms.shippedText("brisling").replace("grammar: flat", "grammar: spiral");
        int line = yaml.substring(0, yaml.indexOf("grammar: spiral")).split("\n", -1).length - 1;
        JsonNode problem = save("brisling", yaml, 0).json(422);
        assertThat(problem.get("problems").get(0).get("line").asInt()).isEqualTo(line);
        assertThat(administrator
                        .post("/api/platforms/check", Map.of("yaml", yaml))
                        .json(200)
                        .get("problems"))
                .isNotEmpty();
        assertThat(save("altamont", Platforms.shippedText("brisling"), 0)
                        .json(422)
                        .get("code")
                        .asString())
                .isEqualTo("other-name");
        assertThat(administrator
                        .get("/api/platforms/brisling")
                        .json(200)
                        .get("number")
                        .asInt())
                .isZero();
    }

    @Test
    void aTextIsReadAndWrittenBack() {
        String sample = Platforms.sampleOf("altamont").orElseThrow();
        JsonNode read = read("altamont", sample);
        assertThat(read.get("accepted").asBoolean()).isTrue();
        assertThat(read.has("firstDifference")).isFalse();
        assertThat(read.get("nodes").toString()).contains("chain edge-in").doesNotContain("9d0c33e1");
        JsonNode odd = read("altamont", "system {\n    name x\n}\n");
        assertThat(odd.get("accepted").asBoolean()).isFalse();
        assertThat(odd.get("problems").get(0).get("line").asInt()).isEqualTo(1);
        assertThat(administrator
                        .post("/api/platforms/nobody/read", Map.of("text", "x"))
                        .status())
                .isEqualTo(404);
    }

    @Test
    void aTrialTellsEveryStepAndNoSecret() {
        Map<String, Object> address = Map.of(
                "host",
                "127.20.1.21",
                "port",
                server.devicePort(),
                "credentialSet",
                server.credentialSet(),
                "allowTelnet",
                false);
        String body = administrator
                .post("/api/platforms/corvane/try", Map.of("address", address))
                .body();
        assertThat(steps(body))
                .startsWith("CONNECTED", "PROMPT_FOUND", "PAGING_OFF", "PRIVILEGED", "RECOGNISED", "FACTS_FOUND")
                .contains("TREE_BUILT", "WRITTEN_BACK", "TABLE_READ")
                .endsWith("ENDED");
        assertThat(body)
                .contains("name brkw-acc-1", "••••")
                .doesNotContain(DemoFleet.PASSWORD, DemoFleet.ADMIN_PASSWORD, "c1.7f3a", "\"reached\":false");
    }

    @Test
    void aTrialThatFailsSaysWhereAndWhatToDo() {
        Map<String, Object> address = Map.of(
                "host",
                "127.20.6.22",
                "port",
                server.devicePort(),
                "credentialSet",
                server.credentialSet(),
                "allowTelnet",
                false);
        String body = administrator
                .post("/api/platforms/corvane/try", Map.of("address", address))
                .body();
        assertThat(steps(body)).containsExactly("ENDED");
        assertThat(body).contains("refuses connections", "Check the port");
        assertThat(administrator
                        .post("/api/platforms/corvane/try", Map.of())
                        .json(400)
                        .get("code")
                        .asString())
                .isEqualTo("no-device");
    }

    @Test
    void telnetIsAllowedForADeviceAndTakenBack() {
        Map<String, Object> list = Map.of(
                "csv",
                "127.20.5.23",
                "credentialSet",
                server.credentialSet(),
                "port",
                server.devicePort(),
                "listName",
                "");
        long job = administrator.post("/api/imports", list).json(202).get("job").asLong();
        administrator.awaitJob(job);
        assertThat(outcome(job)).isEqualTo("TELNET_NOT_ALLOWED");
        administrator
                .post("/api/jobs/" + job + "/retry", Map.of("lines", List.of(0), "allowTelnet", true))
                .json(200);
        administrator.awaitJob(job);
        assertThat(outcome(job)).isEqualTo("ADDED");
        assertThat(administrator.copy("fenn-acc-3")).isEqualTo("NEW_REVISION");
        assertThat(administrator
                        .put("/api/devices/fenn-acc-3/telnet", Map.of("allowed", false))
                        .status())
                .isEqualTo(204);
        assertThat(administrator.copy("fenn-acc-3")).isEqualTo("TELNET_NOT_ALLOWED");
    }

    @Test
    void aPlatformInUseStays() {
        String yaml = Platforms.shippedText("plain-flat").replace("platform: plain-flat", "platform: used-wall");
        assertThat(save("used-wall", yaml, 0).status()).isEqualTo(204);
        Map<String, Object> list = Map.of(
                "csv",
                "127.20.9.31",
                "credentialSet",
                server.credentialSet(),
                "port",
                server.devicePort(),
                "listName",
                "",
                "platform",
                "used-wall");
        administrator.awaitJob(
                administrator.post("/api/imports", list).json(202).get("job").asLong());
        assertThat(administrator
                        .delete("/api/platforms/used-wall")
                        .json(409)
                        .get("detail")
                        .asString())
                .contains("is the platform of 1 device");
    }

    @Test
    void withoutStandInsThereIsNoBench() {
        assertThat(administrator
                        .get("/api/bench/stand-ins")
                        .json(404)
                        .get("code")
                        .asString())
                .isEqualTo("no-bench");
    }

    private static Api.Answer save(String name, String yaml, int basedOn) {
        return administrator.put("/api/platforms/" + name, Map.of("yaml", yaml, "basedOn", basedOn));
    }

    private static JsonNode read(String platform, String text) {
        return administrator
                .post("/api/platforms/" + platform + "/read", Map.of("text", text))
                .json(200);
    }

    private static List<String> steps(String lines) {
        List<String> kinds = new ArrayList<>();
        lines.lines().forEach(line -> kinds.add(JSON.readTree(line).get("kind").asString()));
        return kinds;
    }

    private static String outcome(long job) {
        return administrator
                .get("/api/jobs/" + job + "/lines")
                .json(200)
                .get("lines")
                .get(0)
                .get("outcome")
                .asString();
    }
}
