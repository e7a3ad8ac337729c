package chaperone.server.run;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.FourFamilies;
import chaperone.standins.device.Fault;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import tools.jackson.databind.JsonNode;

/** From a departure to a change that stands on four families, and back again. */
@Timeout(180)
class ChangeStoryTest {
    private static FourFamilies four;

    @BeforeAll
    static void start() {
        four = new FourFamilies(DevicePorts.next());
    }

    @AfterAll
    static void stop() {
        four.close();
    }

    @BeforeEach
    void settle() {
        four.settle();
    }

    @Test
    void driftIsSeenAdoptedOrPutBack() {
        four.device("brkw-acc-1").device().type("deckhand", List.of("vlan 388 \"bait shop\""));
        four.device("cairn-rtr-1").device().type("deckhand", List.of("put ports lan-2 text \"bait shop\""));
        four.engineer.copy("brkw-acc-1");
        four.engineer.copy("cairn-rtr-1");
        assertThat(four.drifting()).contains("brkw-acc-1", "cairn-rtr-1");
        assertThat(four.matched("brkw-acc-1")).isEqualTo("NO");

        JsonNode agreed = four.engineer.get("/api/devices/brkw-acc-1/agreed").json(200);
        assertThat(agreed.at("/parts/0/label").asString()).contains("vlan 388");
        four.engineer
                .post("/api/devices/brkw-acc-1/agreed", Map.of("note", "asked for by the harbour"))
                .json(200);
        assertThat(four.matched("brkw-acc-1")).isEqualTo("ATTENTION");
        assertThat(four.drifting()).contains("brkw-acc-1");

        long change = four.newChange("put back");
        four.add(Map.of("change", change, "device", "cairn-rtr-1", "kind", "PUT_BACK"));
        JsonNode device = four.preview(change).at("/devices/0");
        assertThat(device.at("/commands/0/line").asString()).isEqualTo("cut ports lan-2");
        assertThat(device.at("/undo/0/line").asString()).isEqualTo("put ports lan-2 text \"bait shop\"");
        four.approve(change);
        assertThat(four.states(four.run(change))).containsEntry("cairn-rtr-1", "KEPT");
        assertThat(four.matched("cairn-rtr-1")).isEqualTo("YES");
        assertThat(four.device("cairn-rtr-1").device().savedText()).doesNotContain("bait shop");

        // The device is right here, but has not saved it: its guard would lose the line.
        long other = four.newChange("one more");
        four.add(four.lines(other, "brkw-acc-1", List.of("vlan 389 \"net loft\"")));
        assertThat(four.engineer
                        .post("/api/changes/" + other + "/propose", Map.of())
                        .json(409)
                        .get("code")
                        .asString())
                .isEqualTo("unsaved-lines");
        four.engineer
                .put("/api/changes/" + other, Map.of("title", "one more", "savesFirst", true))
                .json(200);
        four.approve(other);
        assertThat(four.states(four.run(other))).containsEntry("brkw-acc-1", "KEPT");
        assertThat(four.device("brkw-acc-1").device().savedText()).contains("bait shop", "net loft");
        assertThat(four.matched("brkw-acc-1")).isEqualTo("YES");
        assertThat(four.drifting()).doesNotContain("brkw-acc-1", "cairn-rtr-1");
    }

    @Test
    void standsOnAllFourFamiliesAndIsUndone() {
        Map<String, String> before = four.kept();
        long change = four.changeOfAll("ice house");
        JsonNode preview = four.preview(change);
        assertThat(preview.get("devices"))
                .hasSize(FourFamilies.LINES.size())
                .allMatch(each -> each.get("isReady").asBoolean());
        four.approve(change);
        JsonNode run = four.run(change);
        assertThat(four.states(run).values()).containsOnly("KEPT");
        assertThat(run.get("decision").asString()).isEqualTo("KEEP");
        assertThat(four.state(change)).isEqualTo("KEPT");
        for (String name : FourFamilies.LINES.keySet()) {
            assertThat(four.device(name).device().savedText()).containsPattern("ice.house");
            assertThat(four.matched(name)).as(name).isEqualTo("YES");
            JsonNode revisions =
                    four.engineer.get("/api/devices/" + name + "/revisions").json(200);
            JsonNode newest = revisions.get(revisions.size() - 1);
            assertThat(newest.get("origin").asString()).isEqualTo("PLANNED");
            assertThat(newest.get("change").asLong()).isEqualTo(change);
        }

        // Somebody alters one of its statements by hand: the undo names it, and leaves it out by choice.
        four.device("ald-wall-1").device().type("deckhand", List.of("object ice-house host 192.0.2.78"));
        four.engineer.copy("ald-wall-1");
        long undo = four.engineer
                .post("/api/changes/" + change + "/undo", Map.of())
                .json(201)
                .get("change")
                .asLong();
        JsonNode wall = four.all(four.preview(undo).get("devices")).stream()
                .filter(each -> each.get("device").asString().equals("ald-wall-1"))
                .findFirst()
                .orElseThrow();
        assertThat(wall.at("/misfits/0/message").asString())
                .contains("ice-house")
                .contains("altered since");
        assertThat(four.engineer
                        .post("/api/changes/" + undo + "/propose", Map.of())
                        .json(409)
                        .get("code")
                        .asString())
                .isEqualTo("edits-do-not-fit");
        four.engineer
                .post(
                        "/api/changes/" + undo + "/edits/"
                                + wall.at("/misfits/0/edit").asLong() + "/leave-out",
                        Map.of())
                .json(200);
        four.approve(undo);
        assertThat(four.states(four.run(undo)).values()).containsOnly("KEPT");
        Map<String, String> after = new HashMap<>(four.kept());
        assertThat(after.remove("ald-wall-1")).contains("192.0.2.78");
        four.device("ald-wall-1").device().type("deckhand", List.of("erase object ice-house"));
        four.engineer.copy("ald-wall-1");
        assertThat(four.kept()).isEqualTo(before);
    }

    @Test
    void aPartOfAnEarlierRevisionIsRestored() {
        four.device("brkw-acc-1")
                .device()
                .type("deckhand", List.of("vlan 366 \"bait\"", "port 1/0/9", "text \"bait\"", "up"));
        four.device("brkw-acc-1").device().save();
        JsonNode revisions =
                four.engineer.get("/api/devices/brkw-acc-1/revisions").json(200);
        int earlier = revisions.get(revisions.size() - 1).get("number").asInt();
        four.engineer.copy("brkw-acc-1");
        JsonNode parts = four.engineer
                .get("/api/devices/brkw-acc-1/revisions/" + earlier + "/parts")
                .json(200);
        String vlan = four.all(parts).stream()
                .filter(part -> part.get("label").asString().contains("vlan 366"))
                .findFirst()
                .orElseThrow()
                .get("key")
                .asString();
        long change = four.newChange("restore");
        four.add(Map.of(
                "change",
                change,
                "device",
                "brkw-acc-1",
                "kind",
                "RESTORE",
                "revision",
                earlier,
                "parts",
                List.of(vlan)));
        assertThat(four.preview(change).at("/devices/0/commands")).hasSize(1);
        four.approve(change);
        assertThat(four.states(four.run(change))).containsEntry("brkw-acc-1", "KEPT");
        assertThat(four.device("brkw-acc-1").device().savedText())
                .doesNotContain("vlan 366")
                .contains("text \"bait\"");
    }

    @Test
    void approvalIsForWhatWasSeenAndBySomebodyElse() {
        long change = four.newChange("by somebody else");
        four.add(four.lines(change, "brkw-acc-1", List.of("vlan 391 \"salt store\"")));
        String path = "/api/changes/" + change;
        assertThat(four.engineer.post(path + "/run", Map.of()).status()).isEqualTo(409);
        four.engineer.post(path + "/propose", Map.of()).json(200);
        String seen = four.preview(change).get("digest").asString();
        assertThat(four.engineer.post(path + "/approve", Map.of("digest", seen)).status())
                .isEqualTo(403);
        assertThat(four.approver
                        .post(path + "/approve", Map.of("digest", "00".repeat(32)))
                        .status())
                .isEqualTo(409);
        assertThat(four.approver
                        .post(path + "/approve", Map.of("digest", "nonsense"))
                        .status())
                .isEqualTo(400);
        four.approver.post(path + "/approve", Map.of("digest", seen)).json(200);
        assertThat(four.approver.post(path + "/run", Map.of()).status()).isEqualTo(403);
        four.add(four.lines(change, "brkw-acc-1", List.of("vlan 392 \"salt store\"")));
        assertThat(four.state(change)).isEqualTo("DRAFT");
        assertThat(four.engineer.post(path + "/run", Map.of()).status()).isEqualTo(409);

        Api administrator = four.server.as(Role.ADMINISTRATOR);
        administrator.post("/api/change-edits", four.lines(change, "brkw-acc-1", List.of("vlan 393 \"salt\"")));
        four.engineer.post(path + "/propose", Map.of()).json(200);
        assertThat(administrator
                        .post(
                                path + "/approve",
                                Map.of(
                                        "digest",
                                        four.preview(change).get("digest").asString()))
                        .json(403)
                        .get("code")
                        .asString())
                .isEqualTo("own-change");
        four.engineer.post(path + "/drop", Map.of()).json(200);
    }

    @Test
    void secretsAreNeverShown() {
        long change = four.newChange("an account");
        four.add(four.lines(change, "brkw-acc-1", List.of("account mate level view secret gangway-7")));
        four.add(four.lines(
                change,
                "mv-curlew-sw-1",
                List.of("{ \"accounts\": [ { \"name\": \"mate\",", " \"secret\": \"gangway-7\" } ] }")));
        four.add(four.lines(
                change,
                FourFamilies.BY_NETCONF,
                List.of(
                        "<system xmlns=\"urn:example:altamont\"><account><name>mate</name><level>look</level>",
                        "<secret>gangway-7</secret></account></system>")));
        List<String> shown = new ArrayList<>();
        shown.add(four.preview(change).toString());
        shown.add(four.engineer.get("/api/changes/" + change).json(200).toString());
        shown.add(four.engineer.get("/api/changes").json(200).toString());
        assertThat(shown).noneMatch(text -> text.contains("gangway"));
        assertThat(shown.get(0)).contains("account mate level view secret", "<name>mate</name>");
        four.engineer.post("/api/changes/" + change + "/drop", Map.of()).json(200);
    }

    @Test
    void wrongInputIsRefusedByName() {
        long change = four.newChange("wrong");
        List<Map<String, Object>> wrong = List.of(
                Map.of("change", change, "device", "nobody", "kind", "FourFamilies.LINES", "lines", List.of("x")),
                Map.of("change", change, "device", "brkw-acc-1", "kind", "FourFamilies.LINES"),
                Map.of("change", change, "device", "brkw-acc-1", "kind", "FourFamilies.LINES", "lines", List.of(" ")),
                Map.of("change", change, "device", "brkw-acc-1", "kind", "RESTORE"),
                Map.of("change", change, "device", "brkw-acc-1", "kind", "RESTORE", "revision", 99),
                Map.of("change", change, "device", "brkw-acc-1", "kind", "UNDO"),
                Map.of("change", change, "device", "brkw-acc-1", "kind", "SING"),
                Map.of("change", 99_999, "device", "brkw-acc-1", "kind", "FourFamilies.LINES", "lines", List.of("x")),
                Map.of("change", change, "device", "brkw-acc-1", "kind", "PUT_BACK", "parts", List.of("00")));
        for (Map<String, Object> each : wrong) {
            assertThat(four.engineer.post("/api/change-edits", each).status())
                    .as("%s", each)
                    .isIn(400, 404);
        }
        assertThat(four.engineer.get("/api/changes/" + change).json(200).get("edits"))
                .isEmpty();
        four.add(four.lines(change, "brkw-acc-1", List.of("not vlan 998")));
        assertThat(four.preview(change).toString()).contains("vlan 998", "there is no");
        four.engineer.post("/api/changes/" + change + "/drop", Map.of()).json(200);
    }

    /** A page sends lines back as it got them: with their secrets masked. */
    @Test
    void linesAreAlteredWithoutLosingTheirSecrets() {
        long change = four.newChange("another account");
        four.add(four.lines(
                change, "brkw-acc-1", List.of("account purser level view secret quay-lamp-3", "vlan 378 \"loft\"")));
        JsonNode added = four.engineer.get("/api/changes/" + change).json(200);
        String shown = added.at("/edits/0/lines/0").asString();
        assertThat(shown).startsWith("account purser level view secret ").doesNotContain("quay-lamp-3");
        JsonNode altered = four.engineer
                .put(
                        "/api/changes/" + change + "/edits/"
                                + added.at("/edits/0/id").asLong(),
                        Map.of("lines", List.of(shown, "vlan 378 \"net loft\"")))
                .json(200);
        // The mark of a secret tells one from another: it is still the same.
        assertThat(altered.at("/edits/0/lines/0").asString()).isEqualTo(shown);
        assertThat(altered.at("/edits/0/lines/1").asString()).isEqualTo("vlan 378 \"net loft\"");
        assertThat(four.preview(change).toString()).contains("net loft").doesNotContain("quay-lamp-3");
        four.engineer.post("/api/changes/" + change + "/drop", Map.of());
    }

    @Test
    void theAdministratorSetsWhoNeedsWhoseApproval() {
        Api administrator = four.server.as(Role.ADMINISTRATOR);
        long change = four.newChange("whose word");
        four.add(four.lines(change, "brkw-acc-1", List.of("vlan 379 \"chart room\"")));
        String path = "/api/changes/" + change;
        Map<String, Object> seen = Map.of("digest", "0".repeat(64));
        try {
            four.engineer.post(path + "/propose", Map.of()).json(200);
            assertThat(four.engineer
                            .post(path + "/approve", seen)
                            .json(403)
                            .get("code")
                            .asString())
                    .isEqualTo("needs-approver");

            administrator.put("/api/approval-rules", Map.of("engineer", "ANOTHER", "administrator", "APPROVER"));
            assertThat(four.engineer.get(path).json(200).get("needs").asString())
                    .isEqualTo("ANOTHER");
            assertThat(four.engineer
                            .post(path + "/approve", seen)
                            .json(403)
                            .get("code")
                            .asString())
                    .isEqualTo("own-change");
            // Who wrote a part of it counts, too.
            administrator
                    .post("/api/change-edits", four.lines(change, "brkw-acc-1", List.of("vlan 380 \"lamp room\"")))
                    .json(201);
            assertThat(four.engineer.get(path).json(200).get("needs").asString())
                    .isEqualTo("APPROVER");

            administrator.put("/api/approval-rules", Map.of("engineer", "NOBODY", "administrator", "NOBODY"));
            JsonNode proposed = four.engineer.post(path + "/propose", Map.of()).json(200);
            assertThat(proposed.get("state").asString()).isEqualTo("APPROVED");
            assertThat(proposed.hasNonNull("approvedBy")).isFalse();
            assertThat(four.engineer
                            .put("/api/approval-rules", Map.of("engineer", "NOBODY", "administrator", "NOBODY"))
                            .status())
                    .isEqualTo(403);
        } finally {
            administrator.put("/api/approval-rules", Map.of("engineer", "APPROVER", "administrator", "APPROVER"));
            four.engineer.post(path + "/drop", Map.of());
        }
    }

    /** What a device is called by is named; without a guard somebody has to say in words that they know. */
    @Test
    void whatADeviceIsCalledByIsNamed() {
        long guarded = four.newChange("another account");
        four.add(four.lines(guarded, "brkw-acc-1", List.of("not account chaperone")));
        assertThat(remarks(guarded)).contains("REACHED_THROUGH Chaperone's account");
        four.engineer.post("/api/changes/" + guarded + "/propose", Map.of()).json(200);

        String host = four.device("mv-curlew-sw-1").address().getHostString();
        four.device("mv-curlew-sw-1").device().type("deckhand", List.of("{ \"welcome\": \"beside " + host + "\" }"));
        four.engineer.copy("mv-curlew-sw-1");
        long words = four.newChange("its words");
        four.add(four.lines(words, "mv-curlew-sw-1", List.of("{ \"welcome\": \"gone\" }")));
        assertThat(remarks(words)).noneMatch(remark -> remark.startsWith("REACHED_THROUGH"));

        four.device("mv-curlew-sw-1").device().type("deckhand", List.of("{ \"welcome\": \"" + host + "\" }"));
        four.engineer.copy("mv-curlew-sw-1");
        long lost = four.newChange("without its address");
        four.add(four.lines(lost, "mv-curlew-sw-1", List.of("{ \"welcome\": \"gone\" }")));
        assertThat(remarks(lost))
                .contains("REACHED_THROUGH the address " + host)
                .anyMatch(each -> each.startsWith("NO_GUARD"));
        String path = "/api/changes/" + lost;
        assertThat(four.engineer
                        .post(path + "/propose", Map.of())
                        .json(409)
                        .get("code")
                        .asString())
                .isEqualTo("not-acknowledged");
        four.engineer
                .put(path, Map.of("title", "without its address", "acknowledged", "somebody stands beside it"))
                .json(200);
        JsonNode proposed = four.engineer.post(path + "/propose", Map.of()).json(200);
        assertThat(proposed.get("acknowledged").asString()).isEqualTo("somebody stands beside it");
        for (long each : List.of(guarded, words, lost))
            four.engineer.post("/api/changes/" + each + "/drop", Map.of()).json(200);
        four.device("mv-curlew-sw-1").device().type("deckhand", List.of("{ \"welcome\": \"for the crew\" }"));
    }

    /** Two drafts that would alter the same statement say so, both of them; two that do not, do not. */
    @Test
    void twoChangesOfOneStatementKnowOfEachOther() {
        long one = four.newChange("one");
        long other = four.newChange("other");
        long apart = four.newChange("apart");
        four.add(four.lines(one, "brkw-acc-1", List.of("vlan 405 \"one\"")));
        four.add(four.lines(other, "brkw-acc-1", List.of("vlan 405 \"other\"")));
        four.add(four.lines(apart, "brkw-acc-1", List.of("vlan 406 \"apart\"")));
        assertThat(remarks(one)).contains("OTHER_CHANGE vlan 405 (C-" + other + ")");
        assertThat(remarks(other)).contains("OTHER_CHANGE vlan 405 (C-" + one + ")");
        assertThat(remarks(apart)).noneMatch(remark -> remark.startsWith("OTHER_CHANGE"));
        for (long each : List.of(one, other, apart))
            four.engineer.post("/api/changes/" + each + "/drop", Map.of()).json(200);
    }

    private static List<String> remarks(long change) {
        return four.all(four.preview(change).at("/devices/0/remarks")).stream()
                .map(remark -> remark.get("kind").asString() + " "
                        + remark.get("about").asString())
                .toList();
    }

    /** One question, answered when it is over: yes or no, and for each device why. */
    @Test
    void aProgramWaitsForTheOutcome() {
        long change = four.newChange("by a program");
        four.add(four.lines(change, "brkw-acc-1", List.of("vlan 3779 \"dinghy\"")));
        four.approve(change);
        String outcome = "/api/changes/" + change + "/outcome";
        JsonNode before = four.engineer.get(outcome).json(200);
        assertThat(before.get("isOver").asBoolean()).isFalse();
        assertThat(before.get("devices")).isEmpty();
        // Behind the eight commands of a copy, the guard, and the way into editing.
        four.device("brkw-acc-1").set(Fault.REFUSES, 11);
        four.engineer.post("/api/changes/" + change + "/run", Map.of()).json(201);
        JsonNode failed = four.engineer.get(outcome + "?wait=60").json(200);
        assertThat(failed.get("isOver").asBoolean()).isTrue();
        assertThat(failed.get("success").asBoolean()).isFalse();
        assertThat(failed.at("/devices/0/fact").asString()).isNotEmpty();
        four.device("brkw-acc-1").clear(Fault.REFUSES);
        four.engineer.post("/api/changes/" + change + "/run", Map.of()).json(201);
        JsonNode kept = four.engineer.get(outcome + "?wait=60").json(200);
        assertThat(kept.get("success").asBoolean()).isTrue();
        assertThat(kept.get("run").asInt()).isEqualTo(2);
        four.undo(change);
        four.engineer.get(outcome + "?wait=61").json(400);
        four.engineer.get("/api/changes/99999/outcome?wait=60").json(404);
    }
}
