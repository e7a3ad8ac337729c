package chaperone.server.run;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.lease.DeviceLease;
import chaperone.server.lease.DeviceLease.Lease;
import chaperone.server.support.Api;
import chaperone.server.support.TestServer;
import chaperone.standins.StandIn;
import chaperone.standins.device.Fault;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import tools.jackson.databind.JsonNode;

/** From a departure to a change that stands on four families, and back again; with what can go wrong on the way. */
@Timeout(180)
class ChangeStoryTest {
    /** A device of each family, and lines that its people would type. */
    private static final Map<String, List<String>> LINES = Map.of(
            "brkw-acc-1", List.of("vlan 377 \"ice house\"", "log-server 198.51.100.77"),
            "cairn-rtr-1", List.of("put ports lan-2 text \"ice house\""),
            "ald-wall-1", List.of("object ice-house host 192.0.2.77"),
            "mv-curlew-sw-1", List.of("{ \"welcome\": \"ice house\" }"));

    private static TestServer server;
    private static Api engineer;
    private static Api approver;

    @BeforeAll
    static void start() {
        server = TestServer.start(2971);
        engineer = server.as(Role.ENGINEER);
        approver = server.as(Role.APPROVER);
        String list = LINES.keySet().stream()
                .map(name -> server.standIn(name).address().getHostString())
                .collect(Collectors.joining("\n", "address\n", "\n"));
        server.bringIn(engineer, list);
        engineer.copy("brkw-acc-1");
        assertThat(engineer.get("/api/devices/brkw-acc-1/agreed")
                        .json(200)
                        .get("how")
                        .asString())
                .isEqualTo("PROPOSED");
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @BeforeEach
    void allIsSaved() {
        for (String name : LINES.keySet()) {
            device(name).device().save();
            engineer.copy(name);
            engineer.post("/api/devices/" + name + "/agreed", Map.of()).json(200);
        }
    }

    @AfterEach
    void noFaultIsLeft() {
        for (String name : LINES.keySet()) {
            for (Fault fault : Fault.values()) device(name).clear(fault);
        }
    }

    private static StandIn device(String name) {
        return server.standIn(name);
    }

    private static Map<String, String> kept() {
        return LINES.keySet().stream()
                .collect(Collectors.toMap(
                        name -> name, name -> device(name).device().keptRunning()));
    }

    private static String matched(String name) {
        return engineer.get("/api/devices/" + name)
                .json(200)
                .at("/device/answers/matched/kind")
                .asString();
    }

    private static List<JsonNode> all(JsonNode array) {
        return StreamSupport.stream(array.spliterator(), false).toList();
    }

    private static List<String> drifting() {
        return all(engineer.get("/api/drift").json(200)).stream()
                .map(row -> row.get("device").asString())
                .toList();
    }

    private static long add(Map<String, Object> edit) {
        return engineer.post("/api/change-edits", edit).json(201).get("number").asLong();
    }

    private static long newChange(String title) {
        return engineer.post("/api/changes", Map.of("title", title))
                .json(201)
                .get("number")
                .asLong();
    }

    private static Map<String, Object> lines(long change, String name, List<String> lines) {
        return Map.of("change", change, "device", name, "kind", "LINES", "lines", lines);
    }

    private static JsonNode preview(long change) {
        return engineer.get("/api/changes/" + change + "/preview").json(200);
    }

    private static void approve(long change) {
        engineer.post("/api/changes/" + change + "/propose", Map.of()).json(200);
        String digest = preview(change).get("digest").asString();
        approver.post("/api/changes/" + change + "/approve", Map.of("digest", digest))
                .json(200);
    }

    /** The newest run, once it has ended. */
    private static JsonNode run(long change) {
        engineer.post("/api/changes/" + change + "/run", Map.of()).json(201);
        return ended(change);
    }

    private static JsonNode ended(long change) {
        return engineer.await(
                        "/api/changes/" + change + "/runs",
                        runs -> !runs.isEmpty() && runs.get(0).hasNonNull("endedAt"))
                .get(0);
    }

    private static Map<String, String> states(JsonNode run) {
        Map<String, String> states = new HashMap<>();
        run.get("devices").forEach(line -> {
            states.put(line.get("device").asString(), line.get("state").asString());
        });
        return states;
    }

    private static String state(long change) {
        return engineer.get("/api/changes/" + change).json(200).get("state").asString();
    }

    @Test
    void driftIsSeenAdoptedOrPutBack() {
        device("brkw-acc-1").device().type("deckhand", List.of("vlan 388 \"bait shop\""));
        device("cairn-rtr-1").device().type("deckhand", List.of("put ports lan-2 text \"bait shop\""));
        engineer.copy("brkw-acc-1");
        engineer.copy("cairn-rtr-1");
        assertThat(drifting()).contains("brkw-acc-1", "cairn-rtr-1");
        assertThat(matched("brkw-acc-1")).isEqualTo("NO");

        JsonNode agreed = engineer.get("/api/devices/brkw-acc-1/agreed").json(200);
        assertThat(agreed.at("/parts/0/label").asString()).contains("vlan 388");
        engineer.post("/api/devices/brkw-acc-1/agreed", Map.of("note", "asked for by the harbour"))
                .json(200);
        assertThat(matched("brkw-acc-1")).isEqualTo("ATTENTION");
        assertThat(drifting()).contains("brkw-acc-1");

        long change = newChange("put back");
        add(Map.of("change", change, "device", "cairn-rtr-1", "kind", "PUT_BACK"));
        JsonNode device = preview(change).at("/devices/0");
        assertThat(device.at("/commands/0/line").asString()).isEqualTo("cut ports lan-2");
        assertThat(device.at("/undo/0/line").asString()).isEqualTo("put ports lan-2 text \"bait shop\"");
        approve(change);
        assertThat(states(run(change))).containsEntry("cairn-rtr-1", "KEPT");
        assertThat(matched("cairn-rtr-1")).isEqualTo("YES");
        assertThat(device("cairn-rtr-1").device().savedText()).doesNotContain("bait shop");

        // The device is right here, but has not saved it: its guard would lose the line.
        long other = newChange("one more");
        add(lines(other, "brkw-acc-1", List.of("vlan 389 \"net loft\"")));
        assertThat(engineer.post("/api/changes/" + other + "/propose", Map.of())
                        .json(409)
                        .get("code")
                        .asString())
                .isEqualTo("unsaved-lines");
        engineer.put("/api/changes/" + other, Map.of("title", "one more", "savesFirst", true))
                .json(200);
        approve(other);
        assertThat(states(run(other))).containsEntry("brkw-acc-1", "KEPT");
        assertThat(device("brkw-acc-1").device().savedText()).contains("bait shop", "net loft");
        assertThat(matched("brkw-acc-1")).isEqualTo("YES");
        assertThat(drifting()).doesNotContain("brkw-acc-1", "cairn-rtr-1");
    }

    private static long changeOfAll(String title) {
        long change = newChange(title);
        LINES.forEach((name, lines) -> add(lines(change, name, lines)));
        return change;
    }

    @Test
    void standsOnAllFourFamiliesAndIsUndone() {
        Map<String, String> before = kept();
        long change = changeOfAll("ice house");
        JsonNode preview = preview(change);
        assertThat(preview.get("devices"))
                .hasSize(4)
                .allMatch(each -> each.get("isReady").asBoolean());
        approve(change);
        JsonNode run = run(change);
        assertThat(states(run).values()).containsOnly("KEPT");
        assertThat(run.get("decision").asString()).isEqualTo("KEEP");
        assertThat(state(change)).isEqualTo("KEPT");
        for (String name : LINES.keySet()) {
            assertThat(device(name).device().savedText()).containsPattern("ice.house");
            assertThat(matched(name)).as(name).isEqualTo("YES");
            JsonNode revisions =
                    engineer.get("/api/devices/" + name + "/revisions").json(200);
            JsonNode newest = revisions.get(revisions.size() - 1);
            assertThat(newest.get("origin").asString()).isEqualTo("PLANNED");
            assertThat(newest.get("change").asLong()).isEqualTo(change);
        }

        // Somebody alters one of its statements by hand: the undo names it, and leaves it out by choice.
        device("ald-wall-1").device().type("deckhand", List.of("object ice-house host 192.0.2.78"));
        engineer.copy("ald-wall-1");
        long undo = engineer.post("/api/changes/" + change + "/undo", Map.of())
                .json(201)
                .get("change")
                .asLong();
        JsonNode wall = all(preview(undo).get("devices")).stream()
                .filter(each -> each.get("device").asString().equals("ald-wall-1"))
                .findFirst()
                .orElseThrow();
        assertThat(wall.at("/misfits/0/message").asString())
                .contains("ice-house")
                .contains("altered since");
        assertThat(engineer.post("/api/changes/" + undo + "/propose", Map.of())
                        .json(409)
                        .get("code")
                        .asString())
                .isEqualTo("edits-do-not-fit");
        engineer.post(
                        "/api/changes/" + undo + "/edits/"
                                + wall.at("/misfits/0/edit").asLong() + "/leave-out",
                        Map.of())
                .json(200);
        approve(undo);
        assertThat(states(run(undo)).values()).containsOnly("KEPT");
        Map<String, String> after = new HashMap<>(kept());
        assertThat(after.remove("ald-wall-1")).contains("192.0.2.78");
        device("ald-wall-1").device().type("deckhand", List.of("erase object ice-house"));
        engineer.copy("ald-wall-1");
        assertThat(kept()).isEqualTo(before);
    }

    @Test
    void oneRefusalGivesAllBack() {
        Map<String, String> before = kept();
        long change = changeOfAll("refused");
        approve(change);
        // Behind the eight commands of a copy come the guard, the way into editing and the first line.
        device("brkw-acc-1").set(Fault.REFUSES, 12);
        JsonNode run = run(change);
        assertThat(states(run).values()).containsOnly("GIVEN_BACK");
        assertThat(run.get("devices").toString()).contains("refused at line 2 of 2");
        assertThat(kept()).isEqualTo(before);
        for (String name : LINES.keySet())
            assertThat(device(name).device().savedText()).doesNotContainPattern("ice.house");
        assertThat(state(change)).isEqualTo("APPROVED");

        device("brkw-acc-1").clear(Fault.REFUSES);
        assertThat(states(run(change)).values()).containsOnly("KEPT");
        long undo = engineer.post("/api/changes/" + change + "/undo", Map.of())
                .json(201)
                .get("change")
                .asLong();
        approve(undo);
        assertThat(states(run(undo)).values()).containsOnly("KEPT");
        assertThat(kept()).isEqualTo(before);
    }

    /** The device dies in the middle of its lines: what stands there is read before anything else is done. */
    @Test
    void aDeviceThatDiesWhileItIsLoadedIsLookedIntoFirst() {
        Map<String, String> before = kept();
        long change = changeOfAll("dies");
        approve(change);
        // Behind a copy, the guard, the way into editing and one of the two lines.
        device("brkw-acc-1").set(Fault.DROPS_AFTER, 11);
        engineer.post("/api/changes/" + change + "/run", Map.of()).json(201);
        engineer.await(
                "/api/changes/" + change + "/runs",
                runs -> runs.get(0).get("devices").toString().contains("\"event\":\"UNKNOWN\""));
        device("brkw-acc-1").clear(Fault.DROPS_AFTER);
        JsonNode run = ended(change);
        assertThat(states(run).values()).containsOnly("GIVEN_BACK");
        assertThat(run.get("devices").toString()).contains("OTHER_STANDS");
        assertThat(kept()).isEqualTo(before);
        for (String name : LINES.keySet())
            assertThat(device(name).device().savedText()).doesNotContainPattern("ice.house");
    }

    /** Somebody else keeps talking to a device: the run does not begin on any of them. */
    @Test
    void aDeviceThatSomebodyElseTalksToHoldsUpTheRunAndThenEndsIt() {
        Map<String, String> before = kept();
        long change = changeOfAll("busy");
        approve(change);
        StandIn busy = device("cairn-rtr-1");
        String address = busy.address().getHostString() + " " + server.devicePort();
        try (Lease held = server.context().getBean(DeviceLease.class).take(List.of(address))) {
            assertThat(held.holds(address)).isTrue();
            engineer.post("/api/changes/" + change + "/run", Map.of()).json(201);
            JsonNode run = engineer.await(
                            "/api/changes/" + change + "/runs",
                            runs -> runs.get(0).hasNonNull("endedAt"),
                            Duration.ofSeconds(90))
                    .get(0);
            assertThat(states(run).values()).containsOnly("UNTOUCHED");
            assertThat(run.get("devices").toString()).contains("somebody else talks to it");
        }
        assertThat(kept()).isEqualTo(before);
        assertThat(state(change)).isEqualTo("APPROVED");
    }

    /** Somebody stops it before it is decided. */
    @Test
    void aRunThatIsStoppedGivesEverythingBack() {
        Map<String, String> before = kept();
        long change = changeOfAll("stopped");
        approve(change);
        device("brkw-acc-1").set(Fault.SLOW, 30);
        engineer.post("/api/changes/" + change + "/run", Map.of()).json(201);
        engineer.await(
                "/api/changes/" + change + "/runs",
                runs -> runs.get(0).get("devices").toString().contains("\"state\":\"LOADING\""));
        assertThat(engineer.post("/api/changes/" + change + "/stop", Map.of()).status())
                .isEqualTo(204);
        device("brkw-acc-1").clear(Fault.SLOW);
        JsonNode run = ended(change);
        assertThat(run.get("stoppedBy").asString()).isEqualTo("engineer");
        assertThat(run.get("decision").asString()).isEqualTo("BACK");
        assertThat(kept()).isEqualTo(before);
        assertThat(engineer.post("/api/changes/" + change + "/stop", Map.of()).status())
                .isEqualTo(409);
    }

    /** One block of an earlier revision, and nothing else of it. */
    @Test
    void aPartOfAnEarlierRevisionIsRestored() {
        device("brkw-acc-1")
                .device()
                .type("deckhand", List.of("vlan 366 \"bait\"", "port 1/0/9", "text \"bait\"", "up"));
        device("brkw-acc-1").device().save();
        JsonNode revisions = engineer.get("/api/devices/brkw-acc-1/revisions").json(200);
        int earlier = revisions.get(revisions.size() - 1).get("number").asInt();
        engineer.copy("brkw-acc-1");
        JsonNode parts = engineer.get("/api/devices/brkw-acc-1/revisions/" + earlier + "/parts")
                .json(200);
        String vlan = all(parts).stream()
                .filter(part -> part.get("label").asString().contains("vlan 366"))
                .findFirst()
                .orElseThrow()
                .get("key")
                .asString();
        long change = newChange("restore");
        add(Map.of(
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
        assertThat(preview(change).at("/devices/0/commands")).hasSize(1);
        approve(change);
        assertThat(states(run(change))).containsEntry("brkw-acc-1", "KEPT");
        assertThat(device("brkw-acc-1").device().savedText())
                .doesNotContain("vlan 366")
                .contains("text \"bait\"");
    }

    @Test
    void whatMovedSinceThePreviewIsNotTouched() {
        Map<String, String> before = kept();
        long change = changeOfAll("moved");
        approve(change);
        device("cairn-rtr-1").device().type("deckhand", List.of("put ports lan-9 text \"bait shop\""));
        Map<String, String> states = states(run(change));
        assertThat(states).containsEntry("cairn-rtr-1", "MOVED");
        states.remove("cairn-rtr-1");
        assertThat(states.values()).containsOnly("UNTOUCHED");
        device("cairn-rtr-1").device().type("deckhand", List.of("cut ports lan-9"));
        engineer.copy("cairn-rtr-1");
        assertThat(kept()).isEqualTo(before);
    }

    @Test
    void approvalIsForWhatWasSeenAndBySomebodyElse() {
        long change = newChange("by somebody else");
        add(lines(change, "brkw-acc-1", List.of("vlan 391 \"salt store\"")));
        String path = "/api/changes/" + change;
        assertThat(engineer.post(path + "/run", Map.of()).status()).isEqualTo(409);
        engineer.post(path + "/propose", Map.of()).json(200);
        String seen = preview(change).get("digest").asString();
        assertThat(engineer.post(path + "/approve", Map.of("digest", seen)).status())
                .isEqualTo(403);
        assertThat(approver.post(path + "/approve", Map.of("digest", "00".repeat(32)))
                        .status())
                .isEqualTo(409);
        assertThat(approver.post(path + "/approve", Map.of("digest", "nonsense"))
                        .status())
                .isEqualTo(400);
        approver.post(path + "/approve", Map.of("digest", seen)).json(200);
        assertThat(approver.post(path + "/run", Map.of()).status()).isEqualTo(403);
        add(lines(change, "brkw-acc-1", List.of("vlan 392 \"salt store\"")));
        assertThat(state(change)).isEqualTo("DRAFT");
        assertThat(engineer.post(path + "/run", Map.of()).status()).isEqualTo(409);

        Api administrator = server.as(Role.ADMINISTRATOR);
        administrator.post("/api/change-edits", lines(change, "brkw-acc-1", List.of("vlan 393 \"salt\"")));
        engineer.post(path + "/propose", Map.of()).json(200);
        assertThat(administrator
                        .post(
                                path + "/approve",
                                Map.of("digest", preview(change).get("digest").asString()))
                        .json(403)
                        .get("code")
                        .asString())
                .isEqualTo("own-change");
        engineer.post(path + "/drop", Map.of()).json(200);
    }

    @Test
    void secretsAreNeverShown() {
        long change = newChange("an account");
        add(lines(change, "brkw-acc-1", List.of("account mate level view secret gangway-7")));
        add(lines(
                change,
                "mv-curlew-sw-1",
                List.of("{ \"accounts\": [ { \"name\": \"mate\",", " \"secret\": \"gangway-7\" } ] }")));
        List<String> shown = new ArrayList<>();
        shown.add(preview(change).toString());
        shown.add(engineer.get("/api/changes/" + change).json(200).toString());
        shown.add(engineer.get("/api/changes").json(200).toString());
        assertThat(shown).noneMatch(text -> text.contains("gangway"));
        assertThat(shown.get(0)).contains("account mate level view secret");
        engineer.post("/api/changes/" + change + "/drop", Map.of()).json(200);
    }

    /** Each is refused by name, and nothing is lost. */
    @Test
    void wrongInputIsRefusedByName() {
        long change = newChange("wrong");
        List<Map<String, Object>> wrong = List.of(
                Map.of("change", change, "device", "nobody", "kind", "LINES", "lines", List.of("x")),
                Map.of("change", change, "device", "brkw-acc-1", "kind", "LINES"),
                Map.of("change", change, "device", "brkw-acc-1", "kind", "LINES", "lines", List.of(" ")),
                Map.of("change", change, "device", "brkw-acc-1", "kind", "RESTORE"),
                Map.of("change", change, "device", "brkw-acc-1", "kind", "RESTORE", "revision", 99),
                Map.of("change", change, "device", "brkw-acc-1", "kind", "UNDO"),
                Map.of("change", change, "device", "brkw-acc-1", "kind", "SING"),
                Map.of("change", 99_999, "device", "brkw-acc-1", "kind", "LINES", "lines", List.of("x")),
                Map.of("change", change, "device", "brkw-acc-1", "kind", "PUT_BACK", "parts", List.of("00")));
        for (Map<String, Object> each : wrong) {
            assertThat(engineer.post("/api/change-edits", each).status())
                    .as("%s", each)
                    .isIn(400, 404);
        }
        assertThat(engineer.get("/api/changes/" + change).json(200).get("edits"))
                .isEmpty();
        add(lines(change, "brkw-acc-1", List.of("not vlan 998")));
        assertThat(preview(change).toString()).contains("vlan 998", "there is no");
        engineer.post("/api/changes/" + change + "/drop", Map.of()).json(200);
    }
}
