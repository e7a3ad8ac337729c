package chaperone.server.rollout;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import chaperone.standins.StandIn;
import chaperone.standins.device.Chassis;
import chaperone.standins.device.Fault;
import chaperone.standins.device.Hardware;
import chaperone.standins.device.Image;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer.OrderAnnotation;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.Timeout;
import tools.jackson.databind.JsonNode;

/** Two pairs are given another release, wave by wave; whatever goes wrong stops it, and somebody decides. */
@Timeout(240)
@TestMethodOrder(OrderAnnotation.class)
class RolloutStoryTest {
    private static final List<String> PAIRED = List.of("brkw-core-1", "brkw-core-2", "ald-rtr-1", "ald-rtr-2");
    private static TestServer server;
    private static Api engineer;
    private static Api approver;

    @BeforeAll
    static void start() {
        server = TestServer.start(DevicePorts.next());
        engineer = server.as(Role.ENGINEER);
        approver = server.as(Role.APPROVER);
        String list = Stream.concat(PAIRED.stream(), Stream.of("brkw-acc-1", "ald-wall-1", "mv-curlew-sw-1"))
                .map(name -> server.standIn(name).address().getHostString())
                .collect(Collectors.joining("\n", "address\n", "\n"));
        server.bringIn(engineer, list);
        for (int i = 0; i < PAIRED.size(); i += 2)
            assertThat(engineer.put("/api/pairs", Map.of("first", PAIRED.get(i), "second", PAIRED.get(i + 1)))
                            .status())
                    .isEqualTo(204);
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @AfterEach
    void noFaultIsLeft() {
        for (String name : PAIRED)
            for (Fault fault : Fault.values()) server.standIn(name).clear(fault);
    }

    private static Chassis chassis(String name) {
        return server.standIn(name).device().chassis();
    }

    private static Map<String, String> releases() {
        Map<String, String> releases = new LinkedHashMap<>();
        for (String name : PAIRED) releases.put(name, chassis(name).release());
        return releases;
    }

    /** From now on both models shall run it. */
    private static void choose(String release) {
        choose(release, List.of("brkw-core-1", "ald-rtr-1"), 200_000);
    }

    private static void choose(String release, List<String> devices, int size) {
        for (String name : devices) {
            Hardware hardware = chassis(name).hardware();
            byte[] content = new byte[size];
            new Random(release.hashCode()).nextBytes(content);
            byte[] file = new Image(hardware.maker(), hardware.model(), release).file(content);
            String called = hardware.model().toLowerCase(java.util.Locale.ROOT) + "-" + release + ".img";
            JsonNode image =
                    engineer.sendFile("/api/images?name=" + called, file).json(201);
            String digests = image.get("sha256").asString() + "  " + called + "\n";
            long id = image.get("id").asLong();
            engineer.post("/api/images/" + id + "/digest-list", Map.of("list", digests))
                    .json(200);
            assertThat(engineer.put("/api/standard-releases", Map.of("image", id))
                            .status())
                    .isEqualTo(204);
        }
    }

    private static long standardImage() {
        for (JsonNode model : engineer.get("/api/models").json(200))
            for (JsonNode image : model.get("images"))
                if (image.get("isStandard").asBoolean()
                        && model.get("model").asString().equals("C7012"))
                    return image.get("id").asLong();
        throw new AssertionError("No image is the standard one");
    }

    private static long planned(List<String> devices) {
        return engineer.post("/api/rollouts", Map.of("title", "renewed", "devices", devices))
                .json(201)
                .get("number")
                .asLong();
    }

    private static void post(Api who, long rollout, String deed) {
        Api.Answer answer = who.post("/api/rollouts/" + rollout + "/" + deed, Map.of());
        assertThat(answer.status()).as(answer.body()).isEqualTo(204);
    }

    /** Runs it until it ends or stops. */
    private static JsonNode run(long rollout) {
        post(engineer, rollout, "run");
        return engineer.await(
                "/api/rollouts/" + rollout,
                view -> !view.get("state").asString().equals("RUNNING"),
                Duration.ofSeconds(100));
    }

    private static void decide(long rollout, String device, String decision) {
        Api.Answer answer = engineer.post(
                "/api/rollouts/" + rollout + "/decisions", Map.of("device", device, "decision", decision));
        assertThat(answer.status()).as(answer.body()).isEqualTo(204);
    }

    private static JsonNode line(JsonNode rollout, String device) {
        return StreamSupport.stream(rollout.get("devices").spliterator(), false)
                .filter(each -> each.get("device").asString().equals(device))
                .findFirst()
                .orElseThrow();
    }

    private static Map<String, String> states(JsonNode rollout) {
        Map<String, String> states = new LinkedHashMap<>();
        rollout.get("devices")
                .forEach(line -> states.put(
                        line.get("device").asString(), line.get("state").asString()));
        return states;
    }

    private static List<Instant> moments(JsonNode line, String state, String which) {
        List<Instant> moments = new ArrayList<>();
        line.get("steps").forEach(step -> {
            if (step.get("state").asString().equals(state))
                moments.add(Instant.parse(step.get(which).asString()));
        });
        return moments;
    }

    @Test
    @Order(1)
    void whatCannotBeRenewedIsNamed() {
        JsonNode refused = engineer.post(
                        "/api/rollouts", Map.of("title", "", "devices", List.of("brkw-core-1", "brkw-acc-1")))
                .json(409);
        assertThat(refused.get("detail").asString())
                .isEqualTo("brkw-acc-1 has no standard release; brkw-core-1 has no standard release.");
        assertThat(engineer.post("/api/rollouts", Map.of("title", "", "devices", List.of("nobody")))
                        .status())
                .isEqualTo(404);
        assertThat(engineer.get("/api/rollouts").json(200)).isEmpty();
    }

    @Test
    @Order(2)
    void twoPairsAreRenewedOneOfEachAtATime() {
        choose("91.1.0");
        long rollout = planned(PAIRED);
        JsonNode plan = engineer.get("/api/rollouts/" + rollout).json(200);
        assertThat(line(plan, "brkw-core-1").get("wave").asInt()).isEqualTo(1);
        assertThat(line(plan, "ald-rtr-1").get("wave").asInt()).isEqualTo(1);
        assertThat(line(plan, "brkw-core-2").get("wave").asInt()).isEqualTo(2);
        assertThat(line(plan, "brkw-core-2").get("partner").asString()).isEqualTo("brkw-core-1");
        assertThat(line(plan, "brkw-core-1").get("commands").toString())
                .contains("boot from c7012-91.1.0.img", "restart → yes", "file drop c7012-91.1.0.img");
        assertThat(engineer.post("/api/rollouts", Map.of("title", "", "devices", List.of("brkw-core-1")))
                        .json(409)
                        .get("detail")
                        .asString())
                .isEqualTo("brkw-core-1 is part of another rollout.");

        assertThat(engineer.post("/api/rollouts/" + rollout + "/run", Map.of()).status())
                .isEqualTo(409);
        long before = standardImage();
        choose("91.1.1");
        assertThat(engineer.delete("/api/images/" + before)
                        .json(409)
                        .get("detail")
                        .asString())
                .isEqualTo("c7012-91.1.0.img is what R-" + rollout + " gives to devices.");
        assertThat(engineer.post("/api/rollouts/" + rollout + "/approve", Map.of())
                        .status())
                .isEqualTo(403);
        post(approver, rollout, "approve");
        JsonNode done = run(rollout);
        assertThat(states(done).values()).as(done.toString()).containsOnly("DONE");
        assertThat(done.get("state").asString()).isEqualTo("DONE");
        assertThat(releases().values()).containsOnly("91.1.0");
        for (String name : PAIRED) {
            assertThat(chassis(name).storage().digest("c7012-91.1.0.img")).isEmpty();
            assertThat(engineer.get("/api/devices/" + name)
                            .json(200)
                            .at("/device/answers/current/kind")
                            .asString())
                    .isEqualTo("NO");
        }
        // What has ended keeps its record without the file.
        assertThat(engineer.delete("/api/images/" + before).status()).isEqualTo(204);
        assertThat(line(engineer.get("/api/rollouts/" + rollout).json(200), "brkw-core-1")
                        .get("image")
                        .asString())
                .isEqualTo("c7012-91.1.0.img");
        assertThat(line(done, "brkw-core-1").get("fact").asString()).contains("neighbours as before", "cleared away");
        // Never both: the second goes when the first is back and verified.
        for (int i = 0; i < PAIRED.size(); i += 2) {
            Instant firstDone =
                    moments(line(done, PAIRED.get(i)), "VERIFYING", "endedAt").get(0);
            assertThat(moments(line(done, PAIRED.get(i + 1)), "SWITCHING", "begunAt")
                            .get(0))
                    .isAfterOrEqualTo(firstDone);
        }
    }

    @Test
    @Order(3)
    void whatHindersADeviceStopsItBeforeAnythingIsRestarted() {
        choose("91.2.0");
        long rollout = planned(PAIRED);
        post(approver, rollout, "approve");
        server.standIn("brkw-core-2").set(Fault.STORAGE_FULL, 0);
        server.standIn("ald-rtr-1").set(Fault.CORRUPTS_FILE, 0);
        JsonNode stopped = run(rollout);
        assertThat(stopped.get("state").asString()).isEqualTo("STOPPED");
        assertThat(states(stopped))
                .containsEntry("brkw-core-2", "NOT_READY")
                .containsEntry("ald-rtr-1", "NOT_READY")
                .containsEntry("brkw-core-1", "READY");
        assertThat(line(stopped, "brkw-core-2").get("fact").asString()).startsWith("no room");
        assertThat(line(stopped, "ald-rtr-1").get("fact").asString()).contains("its digest differs");
        assertThat(releases().values()).containsOnly("91.1.0");
        assertThat(engineer.post("/api/rollouts/" + rollout + "/run", Map.of())
                        .json(409)
                        .get("code")
                        .asString())
                .isEqualTo("needs-decision");

        noFaultIsLeft();
        for (String name : List.of("brkw-core-2", "ald-rtr-1")) decide(rollout, name, "RETRY");
        // One comes back on its old release: its wave ends, the next does not begin.
        server.standIn("brkw-core-1").set(Fault.OLD_IMAGE, 0);
        JsonNode half = run(rollout);
        assertThat(states(half))
                .containsEntry("brkw-core-1", "OTHER_RELEASE")
                .containsEntry("ald-rtr-1", "DONE")
                .containsEntry("brkw-core-2", "READY")
                .containsEntry("ald-rtr-2", "READY");
        assertThat(line(half, "brkw-core-1").get("fact").asString()).isEqualTo("came back on 91.1.0, not on 91.2.0");

        noFaultIsLeft();
        server.standIn("ald-rtr-2").set(Fault.REFUSES_IMAGE, 0);
        decide(rollout, "brkw-core-1", "LEAVE");
        JsonNode refused = run(rollout);
        assertThat(states(refused))
                .containsEntry("brkw-core-1", "LEFT")
                .containsEntry("ald-rtr-2", "NOT_TAKEN")
                .containsEntry("brkw-core-2", "DONE");
        assertThat(line(refused, "ald-rtr-2").get("fact").asString()).contains("not taken");

        noFaultIsLeft();
        decide(rollout, "ald-rtr-2", "RETRY");
        assertThat(run(rollout).get("state").asString()).isEqualTo("DONE");
        assertThat(releases())
                .containsEntry("brkw-core-1", "91.1.0")
                .containsEntry("brkw-core-2", "91.2.0")
                .containsEntry("ald-rtr-1", "91.2.0")
                .containsEntry("ald-rtr-2", "91.2.0");
    }

    /** A restart would lose lines; and a device whose partner is away is the only one left. */
    @Test
    @Order(4)
    void nothingIsRestartedThatWouldLoseLinesOrLeaveNobody() {
        StandIn device = server.standIn("brkw-core-1");
        device.device().type("deckhand", List.of("vlan 391 \"loft\""));
        long rollout = planned(List.of("brkw-core-1"));
        post(approver, rollout, "approve");
        JsonNode stopped = run(rollout);
        assertThat(line(stopped, "brkw-core-1").get("fact").asString())
                .isEqualTo("it runs lines that are not saved: a restart would lose them");

        device.device().save();
        server.standIn("brkw-core-2").set(Fault.PORT_CLOSED, 0);
        decide(rollout, "brkw-core-1", "RETRY");
        JsonNode alone = run(rollout);
        assertThat(line(alone, "brkw-core-1").get("fact").asString())
                .startsWith("its partner brkw-core-2 does not answer");
        assertThat(chassis("brkw-core-1").release()).isEqualTo("91.1.0");

        noFaultIsLeft();
        device.set(Fault.STAYS_AWAY, 0);
        decide(rollout, "brkw-core-1", "RETRY");
        JsonNode away = run(rollout);
        assertThat(states(away)).containsEntry("brkw-core-1", "NOT_BACK");
        assertThat(engineer.post("/api/rollouts/" + rollout + "/drop", Map.of()).status())
                .isEqualTo(204);
    }

    /** Somebody finds out after the waves were planned that two devices back each other up. */
    @Test
    @Order(5)
    void whoBecomesAPairMeanwhileDoesNotGoTogether() {
        choose("91.3.0");
        String pair = "/api/pairs?first=ald-rtr-1&second=ald-rtr-2";
        assertThat(engineer.delete(pair).status()).isEqualTo(200);
        long rollout = planned(List.of("ald-rtr-1", "ald-rtr-2"));
        JsonNode plan = engineer.get("/api/rollouts/" + rollout).json(200);
        assertThat(line(plan, "ald-rtr-1").get("wave"))
                .isEqualTo(line(plan, "ald-rtr-2").get("wave"));
        engineer.put("/api/pairs", Map.of("first", "ald-rtr-1", "second", "ald-rtr-2"));
        post(approver, rollout, "approve");
        JsonNode done = run(rollout);
        assertThat(states(done).values()).as(done.toString()).containsOnly("DONE");
        Instant firstDone =
                moments(line(done, "ald-rtr-1"), "VERIFYING", "endedAt").get(0);
        assertThat(moments(line(done, "ald-rtr-2"), "SWITCHING", "begunAt").get(0))
                .isAfterOrEqualTo(firstDone);
    }

    /** One family says its release in its configuration, the other cannot tell a digest. */
    @Test
    @Order(6)
    void theOtherFamiliesAreRenewedToo() {
        List<String> others = List.of("ald-wall-1", "mv-curlew-sw-1");
        for (String name : others) {
            server.standIn(name).device().save();
            engineer.copy(name);
        }
        choose("91.4.0", others, 200_000);
        long rollout = planned(others);
        post(approver, rollout, "approve");
        JsonNode done = run(rollout);
        assertThat(states(done).values()).as(done.toString()).containsOnly("DONE");
        for (String name : others) {
            assertThat(chassis(name).release()).isEqualTo("91.4.0");
            assertThat(engineer.get("/api/devices/" + name)
                            .json(200)
                            .at("/device/answers/matched/kind")
                            .asString())
                    .isEqualTo("YES");
        }
    }

    /** Nothing is altered by half an image: it is copied anew when the rollout goes on. */
    @Test
    @Order(7)
    void copyingAheadTellsHowFarItIsAndCanBeStopped() {
        choose("91.5.0", List.of("brkw-core-1", "ald-rtr-1"), 12_000_000);
        Map<String, String> before = releases();
        long rollout = planned(PAIRED);
        post(approver, rollout, "approve");
        post(engineer, rollout, "run");
        String path = "/api/rollouts/" + rollout;
        engineer.await(path, view -> copied(view) > 0);
        post(engineer, rollout, "pause");
        JsonNode stopped =
                engineer.await(path, view -> !view.get("state").asString().equals("RUNNING"));
        assertThat(stopped.get("state").asString()).isEqualTo("STOPPED");
        assertThat(states(stopped).values()).as("%s", stopped).isSubsetOf("WAITING", "READY");
        assertThat(releases()).isEqualTo(before);
        JsonNode ended = run(rollout);
        assertThat(states(ended).values()).containsOnly("DONE");
        assertThat(releases().values()).containsOnly("91.5.0");
        for (JsonNode line : ended.get("devices")) {
            assertThat(line.get("copied").asLong())
                    .isEqualTo(line.get("imageSize").asLong());
            assertThat(line.get("copyRate").asLong()).isPositive();
        }
    }

    private static long copied(JsonNode rollout) {
        long copied = 0;
        for (JsonNode line : rollout.get("devices"))
            copied += line.get("copied").asLong();
        return copied;
    }
}
