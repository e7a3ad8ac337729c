package chaperone.server;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import chaperone.standins.StandIn;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** Factory-new stand-ins of every family are told what the product writes, and brought in. */
class FirstContactApiTest {
    private static TestServer server;
    private static Api engineer;

    @BeforeAll
    static void start() {
        server = TestServer.start(DevicePorts.next());
        engineer = server.as(Role.ENGINEER);
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @ParameterizedTest
    @CsvSource({
        "corvane, duns-acc-1, low-water-1, high-water-2",
        "altamont, duns-rtr-1, low-water-1, high-water-2",
        "brisling, ald-wall-1, low-water-1, high-water-2"
    })
    void aFactoryNewDeviceIsReachedAfterWhatThePageWrites(
            String platform, String device, String adminPassword, String password) throws IOException {
        StandIn standIn = server.standIn(device);
        standIn.becomeFactoryNew();
        TestServer.await(() -> !standIn.isUp(), "it has left the network");
        long set = server.as(Role.ADMINISTRATOR).makeCredentialSet(platform, "chaperone", password, adminPassword);
        assertThat(imported(standIn, set)).isEqualTo("PORT_CLOSED");
        Map<String, String> values = Map.of(
                "name",
                device,
                "address",
                standIn.address().getHostString(),
                "prefix-length",
                "16",
                "admin-password",
                adminPassword,
                "account",
                "chaperone",
                "account-password",
                password);
        JsonNode written = written(platform, now(platform), values).json(200);
        assertThat(written.get("gaps")).isEmpty();
        String screen = standIn.paste(written.get("text").asString());
        assertThat(screen).doesNotContain("? word", "! ", "error ");
        TestServer.await(standIn::isUp, "it listens");
        assertThat(imported(standIn, set)).isEqualTo("ADDED");
        assertThat(engineer.copy(device)).isEqualTo("NEW_REVISION");

        JsonNode answers = check(platform, Map.of("device", device, "values", Map.of()));
        answers.forEach(answer -> assertThat(answer.get("verdict").asString())
                .as(answer.toString())
                .isEqualTo(answer.has("neededFor") ? "MISSING" : "THERE"));
        assertThat(answers.toString()).doesNotContain(password).doesNotContain(adminPassword);
    }

    @Test
    void theSmallSwitchIsSentARequest() throws Exception {
        StandIn standIn = server.standIn("mv-curlew-sw-1");
        standIn.becomeFactoryNew();
        JsonNode written = written(
                        "pellon",
                        now("pellon"),
                        Map.of(
                                "name", "mv-curlew-sw-1",
                                "address", standIn.address().getHostString() + "",
                                "account-password", "ebb-2"))
                .json(200);
        // The usual port is not ours to listen on here.
        String command = written.get("text").asString().replace("/device/", ":" + server.devicePort() + "/device/");
        Process shell = new ProcessBuilder("bash", "-c", "set -e; " + command.replace("curl ", "curl --silent --fail "))
                .redirectError(ProcessBuilder.Redirect.INHERIT)
                .start();
        assertThat(new String(shell.getInputStream().readAllBytes())).contains("mv-curlew-sw-1");
        assertThat(shell.waitFor()).isZero();
        long set = server.as(Role.ADMINISTRATOR).makeCredentialSet("ships", "chaperone", "ebb-2", "");
        assertThat(imported(standIn, set)).isEqualTo("ADDED");
    }

    @Test
    void aPastedConfigurationIsCheckedAndWhatCannotBeIsRefused() {
        JsonNode answers = check("corvane", Map.of("text", "name x\nadmin-secret c1.7f3a.8f2e\n", "values", Map.of()));
        assertThat(answers.findValuesAsString("verdict"))
                .containsExactly("THERE", "THERE", "MISSING", "MISSING", "THERE", "MISSING");
        assertThat(answers.get(1).get("line").asInt()).isEqualTo(1);
        assertThat(answers.get(1).get("evidence").asString()).doesNotContain("8f2e");

        assertThat(written("corvane", List.of("name"), Map.of("name", "two words"))
                        .json(400)
                        .get("detail")
                        .asString())
                .startsWith("Name: expected letters");
        assertThat(written("corvane", List.of("lighthouse"), Map.of()).status()).isEqualTo(404);
        assertThat(written("corvane", List.of("name"), Map.of("colour", "red")).status())
                .isEqualTo(404);
        assertThat(engineer.get("/api/platforms/plain-flat/first-contact")
                        .json(404)
                        .get("detail")
                        .asString())
                .contains("does not say");
        assertThat(engineer.post("/api/platforms/corvane/first-contact/check", Map.of("values", Map.of()))
                        .status())
                .isEqualTo(400);
        JsonNode gaps = written("corvane", now("corvane"), Map.of()).json(200);
        assertThat(gaps.get("gaps").size()).isEqualTo(6);
        assertThat(gaps.get("text").asString()).contains("name <name>");
    }

    private static List<String> now(String platform) {
        List<String> titles = new ArrayList<>();
        for (JsonNode item : engineer.get("/api/platforms/" + platform + "/first-contact")
                .json(200)
                .get("items")) {
            if (!item.has("neededFor")) titles.add(item.get("title").asString());
        }
        return titles;
    }

    private static Api.Answer written(String platform, List<String> items, Map<String, String> values) {
        return engineer.post(
                "/api/platforms/" + platform + "/first-contact/text", Map.of("items", items, "values", values));
    }

    private static JsonNode check(String platform, Map<String, Object> request) {
        return engineer.post("/api/platforms/" + platform + "/first-contact/check", request)
                .json(200);
    }

    private static String imported(StandIn standIn, long set) {
        Map<String, Object> list = Map.of(
                "csv",
                standIn.address().getHostString(),
                "credentialSet",
                set,
                "port",
                server.devicePort(),
                "listName",
                "");
        long job = engineer.post("/api/imports", list).json(202).get("job").asLong();
        engineer.awaitJob(job);
        return engineer.get("/api/jobs/" + job + "/lines")
                .json(200)
                .get("lines")
                .get(0)
                .get("outcome")
                .asString();
    }
}
