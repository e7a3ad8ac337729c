package chaperone.server.compare;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.revision.Past;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import tools.jackson.databind.JsonNode;

/** Any two things compared through the API; the database and the devices are real. */
@Timeout(120)
class CompareApiTest {
    private static final String FIRST = """
        name brkw-acc-1
        vlan 330 "ticket hall"
        port 1/0/1
          text "kiosk"
          open
        port 1/0/2
          closed
        list quay-in
          10 pass tcp any any 443
          20 stop ip any any
        """;
    private static final String SECOND = """
        name brkw-acc-1
        vlan 330 "hall"
        port 1/0/2
          closed
        port 1/0/1
          text "kiosk"
        list quay-in
          10 stop ip any any
          20 pass tcp any any 443
        """;

    private static TestServer server;
    private static Api engineer;

    @BeforeAll
    static void start() {
        server = TestServer.start(DevicePorts.next());
        engineer = server.as(Role.ENGINEER);
        server.bringIn(engineer, "127.20.1.21\n127.20.1.22\n127.20.1.2\n");
        for (String device : List.of("brkw-acc-2", "brkw-rtr-1")) engineer.copy(device);
        Past.of(server, "brkw-acc-1", List.of(FIRST, SECOND));
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @Test
    void pastedTextsGiveTheAnswerOfThePage() {
        int number = newest("brkw-acc-1");
        JsonNode page = compare(
                Map.of("device", "brkw-acc-1", "number", number - 1), Map.of("device", "brkw-acc-1", "number", number));
        JsonNode pasted = compare(text(FIRST), text(SECOND));
        assertThat(pasted.get("sections")).isEqualTo(page.get("sections"));
        assertThat(pasted.get("counts")).isEqualTo(page.get("counts"));
        // A moved block, a modified line, two rules that changed places, and "open", which goes without saying.
        assertThat(pasted.get("counts").get("moved").asInt()).isPositive();
    }

    /** A file tells what the page tells: as many rows as differ, and no secret. */
    @Test
    void aComparisonIsSavedForPeopleAndForPrograms() {
        String secret = "admin-secret hidden-word\n";
        Map<String, Object> both = Map.of("platform", "corvane", "before", text(FIRST), "after", text(SECOND + secret));
        JsonNode counts = engineer.post("/api/compare", both).json(200).get("counts");
        JsonNode rows = engineer.post("/api/compare/rows.json", both).json(200);
        for (String kind : List.of("added", "removed", "modified"))
            assertThat(rows.findValuesAsString("kind").stream().filter(kind.toUpperCase(Locale.ROOT)::equals))
                    .as(kind)
                    .hasSize(counts.get(kind).asInt());
        assertThat(rows.findValuesAsString("before")).contains("vlan 330 \"ticket hall\"");
        assertThat(rows.toString()).contains("admin-secret").doesNotContain("hidden-word");
        Api.Answer csv = engineer.post("/api/compare/rows.csv", both);
        assertThat(csv.body().lines().count()).isEqualTo(rows.size() + 1L);
        assertThat(csv.body()).doesNotContain("hidden-word");
        assertThat(engineer.post("/api/compare/rows.pdf", both).raw().body())
                .startsWith("%PDF".getBytes(StandardCharsets.US_ASCII));
        assertThat(engineer.post("/api/compare/rows.html", both).body())
                .startsWith("<!DOCTYPE html>")
                .contains("<table class=\"compare\"")
                .doesNotContain("hidden-word");
        assertThat(engineer.post("/api/compare/rows.exe", both).status()).isEqualTo(404);
        // Nothing differs, and far more than paper holds.
        Map<String, Object> same = Map.of("platform", "corvane", "before", text(FIRST), "after", text(FIRST));
        assertThat(engineer.post("/api/compare/rows.json", same).json(200)).isEmpty();
        String many = "vlan 1 \"x\"\n".repeat(8000);
        Map<String, Object> large = Map.of("platform", "corvane", "before", text(""), "after", text(many));
        assertThat(engineer.post("/api/compare/rows.pdf", large).status()).isEqualTo(200);
    }

    @Test
    void byStructureOnlyMeaningCounts() {
        JsonNode structure = engineer.post(
                        "/api/compare/structure",
                        Map.of("platform", "corvane", "before", text(FIRST), "after", text(SECOND)))
                .json(200);
        JsonNode counts = structure.get("counts");
        assertThat(List.of(
                        counts.get("added").asInt(),
                        counts.get("modified").asInt(),
                        counts.get("removed").asInt(),
                        counts.get("moved").asInt()))
                .containsExactly(0, 1, 0, 1);
        JsonNode modified = structure
                .get("differences")
                .valueStream()
                .filter(each -> each.get("kind").asString().equals("MODIFIED"))
                .findFirst()
                .orElseThrow();
        assertThat(modified.get("attribute").asString()).isEqualTo("vlan 330");
        assertThat(modified.get("after").get("text").asString()).isEqualTo("vlan 330 \"hall\"");
    }

    @Test
    void devicesRunningAndSavedAndAnyRevisionCanBeCompared() {
        JsonNode devices = compare(Map.of("device", "brkw-acc-1"), Map.of("device", "brkw-acc-2"));
        assertThat(devices.get("after").get("device").asString()).isEqualTo("brkw-acc-2");
        JsonNode saved = compare(
                Map.of("device", "brkw-acc-2", "kind", "SAVED"), Map.of("device", "brkw-acc-2", "kind", "RUNNING"));
        assertThat(saved.get("counts").get("places").asInt()).isZero();
        JsonNode other = engineer.post(
                        "/api/compare/structure",
                        Map.of("before", Map.of("device", "brkw-acc-1"), "after", Map.of("device", "brkw-rtr-1")))
                .json(422);
        assertThat(other.get("detail").asString()).contains("corvane").contains("altamont");
    }

    @Test
    void whatCannotBeFoundIsNamed() {
        assertThat(refusal(Map.of("device", "nobody"), text("x"), 404)).contains("nobody");
        assertThat(refusal(Map.of(), text("x"), 400)).contains("\"before\"");
        assertThat(refusal(Map.of("device", "brkw-acc-1", "number", 99), text("x"), 404))
                .contains("99");
        JsonNode noPlatform = engineer.post("/api/compare", Map.of("before", text("a"), "after", text("b")))
                .json(400);
        assertThat(noPlatform.get("detail").asString()).contains("platform");
    }

    /** Each moment has the revision that was found last by then, told from the times in the list. */
    @Test
    void aMomentStandsForTheRevisionOfThen() {
        JsonNode revisions = engineer.get("/api/devices/brkw-acc-1/revisions").json(200);
        assertThat(revisions.size()).isGreaterThan(1);
        revisions.forEach(revision -> {
            Instant from = Instant.parse(revision.get("firstCopyAt").asString());
            for (Instant at : List.of(from, from.plusMillis(1), from.minusMillis(1), Instant.now())) {
                int expected = revisions
                        .valueStream()
                        .filter(each -> !Instant.parse(each.get("firstCopyAt").asString())
                                .isAfter(at))
                        .mapToInt(each -> each.get("number").asInt())
                        .max()
                        .orElse(0);
                Map<String, Object> then = Map.of("device", "brkw-acc-1", "asOf", at.toString());
                if (expected == 0) assertThat(refusal(then, text("x"), 404)).contains("Nothing is kept");
                else
                    assertThat(compare(then, Map.of("device", "brkw-acc-1"))
                                    .get("before")
                                    .get("number")
                                    .asInt())
                            .isEqualTo(expected);
            }
        });
        Map<String, Object> end = Map.of("device", "brkw-acc-1", "asOf", Instant.MAX.toString());
        assertThat(compare(end, Map.of("device", "brkw-acc-1")).get("before").get("number"))
                .isEqualTo(revisions.get(revisions.size() - 1).get("number"));
        Map<String, Object> start = Map.of("device", "brkw-acc-1", "asOf", Instant.MIN.toString());
        assertThat(refusal(start, text("x"), 404)).contains("Nothing is kept");
    }

    @Test
    void aDifferenceCanBeTakenAwayByEngineersOnly() {
        Map<String, Object> request = Map.of("platform", "corvane", "before", text("a\nb\n"), "after", text("a\nc\n"));
        assertThat(engineer.post("/api/compare/diff", request).body())
                .isEqualTo("--- a/pasted\n+++ b/pasted\n@@ -1,2 +1,2 @@\n a\n-b\n+c\n");
        assertThat(server.as(Role.VIEWER).post("/api/compare/diff", request).status())
                .isEqualTo(403);
    }

    /** A secret that was altered is seen to be, and not read. */
    @Test
    void whatEverybodyTakesAwayHoldsNoSecret() {
        Map<String, Object> request =
                Map.of("before", Map.of("device", "brkw-acc-1"), "after", Map.of("device", "brkw-acc-2"));
        String exact = engineer.post("/api/compare/diff", request).body();
        String masked =
                server.as(Role.VIEWER).post("/api/compare/diff/masked", request).body();
        assertThat(masked.lines().map(line -> line.charAt(0)))
                .as("the same lines of the same kinds")
                .containsExactlyElementsOf(
                        exact.lines().map(line -> line.charAt(0)).toList());
        assertThat(masked).contains("••••");
        List<String> shown = masked.lines().toList();
        List<String> whole = exact.lines().toList();
        for (int i = 0; i < whole.size(); i++) {
            int dots = shown.get(i).indexOf("••••");
            if (dots < 0) assertThat(shown.get(i)).isEqualTo(whole.get(i));
            else
                assertThat(whole.get(i))
                        .startsWith(shown.get(i).substring(0, dots))
                        .isNotEqualTo(shown.get(i));
        }
    }

    @Test
    void revisionsCarryLabelsAndNotesThatCanBeFound() {
        String revision = "/api/devices/brkw-acc-1/revisions/" + newest("brkw-acc-1");
        long id = engineer.post(revision + "/marks", Map.of("kind", "LABEL", "text", "before the kiosks"))
                .json(201)
                .get("id")
                .asLong();
        assertThat(engineer.post(revision + "/marks", Map.of("kind", "LABEL", "text", "before the kiosks"))
                        .status())
                .isEqualTo(422);
        assertThat(engineer.post(revision + "/marks", Map.of("kind", "LABEL", "text", "x".repeat(41)))
                        .status())
                .isEqualTo(422);
        JsonNode found = engineer.get("/api/revision-marks?find=THE%20KIOSK").json(200);
        assertThat(found).hasSize(1);
        assertThat(found.get(0).get("device").asString()).isEqualTo("brkw-acc-1");
        assertThat(engineer.delete(revision + "/marks/" + id).status()).isEqualTo(200);
        assertThat(engineer.get("/api/revision-marks?find=the%20kiosk").json(200))
                .isEmpty();
    }

    private static String refusal(Map<String, Object> before, Map<String, Object> after, int status) {
        return engineer.post("/api/compare", Map.of("platform", "corvane", "before", before, "after", after))
                .json(status)
                .get("detail")
                .asString();
    }

    private static JsonNode compare(Map<String, Object> before, Map<String, Object> after) {
        return engineer.post("/api/compare", Map.of("platform", "corvane", "before", before, "after", after))
                .json(200);
    }

    private static Map<String, Object> text(String text) {
        return Map.of("text", text);
    }

    private static int newest(String device) {
        return engineer.get("/api/devices/" + device + "/revisions").json(200).size();
    }
}
