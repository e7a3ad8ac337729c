package chaperone.server.line;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.revision.Past;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** Why a line stands where it stands; held against the revisions that brought it. */
@Timeout(120)
class LineReasonTest {
    private static final String SWITCH = "brkw-acc-1";
    private static final List<String> TEXTS = List.of(
            "name brkw-acc-1\nvlan 330 \"hall\"\nport 1/0/1\n  text \"kiosk\"\n  member vlan 330\n",
            "name brkw-acc-1\nvlan 330 \"hall\"\nvlan 340 \"quay\"\nport 1/0/1\n  text \"kiosk\"\n  member vlan 340\n",
            "name brkw-acc-1\nadmin-secret hidden-word\nvlan 330 \"hall\"\nvlan 340 \"quay\"\nport 1/0/1\n"
                    + "  text \"kiosk\"\n  member vlan 340\nlog-server 198.51.100.7\n");

    private static TestServer server;
    private static Api engineer;

    @BeforeAll
    static void start() {
        server = TestServer.start(DevicePorts.next()).withoutReadings();
        engineer = server.as(Role.ENGINEER);
        server.bringIn(engineer, "127.20.1.21\n127.20.21.11\n");
        Past.of(server, SWITCH, TEXTS);
        Map<String, Object> clause = Map.of(
                "tag", "log",
                "reason", "so that somebody hears of it",
                "binding", "WARN",
                "platform", "corvane",
                "scope", "",
                "kind", "GOLDEN",
                "text", "log-server 198.51.100.7\n");
        Map<String, Object> standard = Map.of("clauses", List.of(clause), "values", Map.of());
        engineer.put("/api/standards/access", standard).json(200);
        engineer.post("/api/standards/access/publish", Map.of()).json(200);
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    /** Lines of the third revision, each with the first of the three that has it. */
    @ParameterizedTest
    @CsvSource({"0, 1, true", "1, 3, false", "2, 1, true", "3, 2, false", "5, 1, true", "6, 2, false", "7, 3, false"})
    void tellsSinceWhenALineStands(int line, int since, boolean isOldest) {
        JsonNode reason = reason(3, line);
        assertThat(reason.at("/brought/revision").asInt()).isEqualTo(since);
        assertThat(reason.at("/brought/isOldest").asBoolean()).isEqualTo(isOldest);
        assertThat(reason.get("text").asString())
                .isEqualTo(
                        line == 1
                                ? reason.get("text").asString()
                                : TEXTS.get(2).split("\n")[line].strip());
    }

    @Test
    void tellsWhatDemandsItAndWhatUsesIt() {
        JsonNode log = reason(3, 7);
        assertThat(log.at("/clauses/0/tag").asString()).isEqualTo("log");
        assertThat(log.at("/clauses/0/holds").asBoolean()).isTrue();
        JsonNode vlan = reason(3, 3);
        assertThat(vlan.get("clauses")).isEmpty();
        assertThat(vlan.at("/references/usedBy/0/text").asString()).isEqualTo("member vlan 340");
        assertThat(vlan.at("/references/usedBy/0/line").asInt()).isEqualTo(6);
        JsonNode member = reason(3, 6);
        assertThat(member.at("/path/0").asString()).isEqualTo("port 1/0/1");
        assertThat(member.at("/references/uses/0/line").asInt()).isEqualTo(3);
    }

    @Test
    void secretsStayMasked() {
        assertThat(reason(3, 1).toString()).contains("admin-secret").doesNotContain("hidden-word");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "/revisions/3/lines/8/reason",
                "/revisions/3/lines/-1/reason",
                "/revisions/3/lines/2147483647/reason",
                "/revisions/9/lines/0/reason",
                "/revisions/3/lines/0/reason?kind=SAVED"
            })
    void whatIsNotThereIsToldSo(String path) {
        assertThat(engineer.get("/api/devices/" + SWITCH + path).status()).isEqualTo(404);
        assertThat(engineer.get("/api/devices/" + SWITCH + "/revisions/3/lines/x/reason")
                        .status())
                .isEqualTo(400);
    }

    /** Families that do not say what refers to what, and documents in which many statements stand on a line. */
    @Test
    void everyLineOfADocumentHasAnAnswer() {
        engineer.copy("mv-avocet-sw-1");
        int lines = engineer.get("/api/devices/mv-avocet-sw-1/revisions")
                .json(200)
                .get(0)
                .get("lines")
                .asInt();
        for (int line = 0; line < lines; line += 7)
            assertThat(engineer.get("/api/devices/mv-avocet-sw-1/revisions/1/lines/" + line + "/reason")
                            .json(200)
                            .at("/brought/isOldest")
                            .asBoolean())
                    .isTrue();
    }

    private static JsonNode reason(int revision, int line) {
        return engineer.get("/api/devices/" + SWITCH + "/revisions/" + revision + "/lines/" + line + "/reason")
                .json(200);
    }
}
