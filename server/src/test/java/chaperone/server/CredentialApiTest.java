package chaperone.server;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.connect.ssh.SshKeys;
import chaperone.server.account.Role;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import chaperone.standins.demo.DemoFleet;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.spec.ECGenParameterSpec;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Log-ins by protocol, by password and by key, on real stand-ins. */
class CredentialApiTest {
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
    void aKeyOpensADeviceAndIsNeverShownAgain() throws Exception {
        KeyPair pair = pair();
        server.standIn("brkw-core-1")
                .device()
                .type("t.gale", List.of("key-of chaperone \"" + SshKeys.publicLine(pair) + "\""));
        Map<String, Object> logIn = logIn("SSH");
        logIn.put("privateKey", SshKeys.write(pair));
        long set = add("by key", List.of(logIn), DemoFleet.ADMIN_PASSWORD);
        assertThat(imported("127.20.1.11", set)).isEqualTo("ADDED");
        assertThat(administrator.copy("brkw-core-1")).isEqualTo("NEW_REVISION");
        JsonNode view = view(set);
        assertThat(view.get("logIns").get(0).get("publicKey").asString()).isEqualTo(SshKeys.publicLine(pair));
        assertThat(view.get("logIns").get(0).get("hasPassword").asBoolean()).isFalse();
        assertThat(view.toString()).doesNotContain("PRIVATE KEY");

        Map<String, Object> kept = logIn("SSH");
        kept.put("was", 0);
        assertThat(administrator
                        .put("/api/credential-sets/" + set, set("by key", List.of(kept), ""))
                        .status())
                .as("a log-in that says nothing new keeps its key")
                .isEqualTo(204);
        assertThat(view(set).get("logIns").get(0).get("publicKey").asString()).isEqualTo(SshKeys.publicLine(pair));
        server.standIn("brkw-core-1").device().type("t.gale", List.of("not key-of chaperone"));
        assertThat(administrator.copy("brkw-core-1")).isEqualTo("LOGIN_REFUSED");
    }

    @Test
    void eachProtocolHasItsOwnAccountAndAMissingOneIsSaidBeforeAnythingIsSent() {
        Map<String, Object> wrong = logIn("SSH");
        wrong.put("password", "not this one");
        Map<String, Object> right = logIn("HTTPS");
        right.put("password", DemoFleet.PASSWORD);
        long both = add("two log-ins", List.of(wrong, right), "");
        assertThat(imported("127.20.21.11", both))
                .as("a Pellon is asked by HTTPS")
                .isEqualTo("ADDED");
        assertThat(imported("127.20.2.11", both)).isEqualTo("LOGIN_REFUSED");
        long web = add("only HTTPS", List.of(right), "");
        JsonNode line = importLine("127.20.2.12", web);
        assertThat(line.get("outcome").asString()).isEqualTo("NO_LOG_IN");
        assertThat(line.get("seen").asString()).contains("none by SSH");
        assertThat(server.standIn("cairn-core-2").device().chassis().faults().all())
                .isEmpty();
    }

    @Test
    void aLogInThatCannotWorkIsRefusedWithItsNumber() {
        Map<String, Object> sound = logIn("SSH");
        sound.put("password", "x");
        Map<String, Object> twice = logIn("HTTPS", "SSH");
        twice.put("password", "x");
        assertRefused(List.of(sound, twice), "Log-in 2: another log-in is for SSH already.");
        assertRefused(List.of(logIn("SSH")), "Log-in 1: it needs a password or a private key.");
        Map<String, Object> noKey = logIn("SSH");
        noKey.put("privateKey", "three lobsters");
        assertRefused(List.of(noKey), "Log-in 1: the private key cannot be read");
        Map<String, Object> keyForHttps = logIn("SSH", "HTTPS");
        keyForHttps.put("privateKey", SshKeys.write(pair()));
        assertRefused(List.of(keyForHttps), "Log-in 1: HTTPS and Telnet know no private keys");
        assertThat(administrator
                        .post("/api/credential-sets", set("none", List.of(), ""))
                        .status())
                .isEqualTo(400);
        Map<String, Object> place = new HashMap<>(set("far", List.of(sound), ""));
        place.put("serverAddress", "no address");
        assertThat(administrator.post("/api/credential-sets", place).status()).isEqualTo(400);
    }

    @Test
    void whatAChoiceMakesPossibleIsToldPlatformByPlatform() {
        JsonNode told = administrator
                .get("/api/credential-sets/possible?protocols=SSH&files=NONE")
                .json(200);
        JsonNode corvane = find(told, "corvane");
        assertThat(corvane.get("whyNoCopy")).isNull();
        assertThat(corvane.get("whyNoImageTransfer").asString()).contains("no transfer of files");
        assertThat(find(told, "pellon").get("whyNoCopy").asString()).isEqualTo("no log-in by HTTPS");
        assertThat(find(administrator.get("/api/credential-sets/possible").json(200), "corvane")
                        .get("whyNoCopy")
                        .asString())
                .isEqualTo("no log-in by SSH");
    }

    private static JsonNode find(JsonNode platforms, String name) {
        for (JsonNode each : platforms) if (each.get("platform").asString().equals(name)) return each;
        throw new AssertionError(name + " is missing");
    }

    private static void assertRefused(List<Map<String, Object>> logIns, String why) {
        JsonNode problem = administrator
                .post("/api/credential-sets", set("odd", logIns, ""))
                .json(400);
        assertThat(problem.get("detail").asString()).startsWith(why);
        assertThat(administrator.get("/api/credential-sets").json(200).findValuesAsString("name"))
                .doesNotContain("odd");
    }

    private static KeyPair pair() {
        try {
            KeyPairGenerator generator = KeyPairGenerator.getInstance("EC");
            generator.initialize(new ECGenParameterSpec("secp256r1"));
            return generator.generateKeyPair();
        } catch (java.security.GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private static Map<String, Object> logIn(String... protocols) {
        Map<String, Object> logIn = new HashMap<>();
        logIn.put("protocols", List.of(protocols));
        logIn.put("account", DemoFleet.ACCOUNT);
        return logIn;
    }

    private static Map<String, Object> set(String name, List<Map<String, Object>> logIns, String privileged) {
        Map<String, Object> set =
                new HashMap<>(Map.of("name", name, "note", "", "logIns", logIns, "ranges", TestServer.RANGES));
        if (!privileged.isEmpty()) set.put("privilegedPassword", privileged);
        return set;
    }

    private static long add(String name, List<Map<String, Object>> logIns, String privileged) {
        return administrator
                .post("/api/credential-sets", set(name, logIns, privileged))
                .json(201)
                .get("id")
                .asLong();
    }

    private static JsonNode view(long set) {
        for (JsonNode each : administrator.get("/api/credential-sets").json(200)) {
            if (each.get("id").asLong() == set) return each;
        }
        throw new AssertionError("there is no set " + set);
    }

    private static String imported(String host, long set) {
        return importLine(host, set).get("outcome").asString();
    }

    private static JsonNode importLine(String host, long set) {
        Map<String, Object> list =
                Map.of("csv", host, "credentialSet", set, "port", server.devicePort(), "listName", "");
        long job = administrator.post("/api/imports", list).json(202).get("job").asLong();
        administrator.awaitJob(job);
        return administrator
                .get("/api/jobs/" + job + "/lines")
                .json(200)
                .get("lines")
                .get(0);
    }
}
