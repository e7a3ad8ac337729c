package chaperone.server.kill;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.support.Api;
import chaperone.server.support.KillableServer;
import chaperone.standins.device.Hardware;
import chaperone.standins.device.Image;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Random;
import tools.jackson.databind.JsonNode;

/** A rollout over two pairs: after a kill it goes on, and ends with all of them renewed. */
final class KilledRollout {
    private static final List<String> PAIRED = List.of("brkw-core-1", "brkw-core-2", "ald-rtr-1", "ald-rtr-2");

    private final KillableServer server;
    private final Api admin;
    private String release = "";
    private String path = "";

    KilledRollout(KillableServer server) {
        this.server = server;
        this.admin = server.admin();
    }

    static List<String> devices() {
        return PAIRED;
    }

    void pair() {
        for (int i = 0; i < PAIRED.size(); i += 2)
            admin.put("/api/pairs", Map.of("first", PAIRED.get(i), "second", PAIRED.get(i + 1)));
    }

    void begin(String wanted) {
        release = wanted;
        choose();
        long rollout = admin.post("/api/rollouts", Map.of("title", release, "devices", PAIRED))
                .json(201)
                .get("number")
                .asLong();
        path = "/api/rollouts/" + rollout;
        assertThat(server.approver().post(path + "/approve", Map.of()).status()).isEqualTo(204);
        assertThat(admin.post(path + "/run", Map.of()).status()).isEqualTo(204);
    }

    void awaitSteps(int wanted) {
        admin.await(path, view -> steps(view) >= wanted || !isRunning(view));
    }

    void checkEnd() {
        JsonNode ended = admin.await(path, view -> !isRunning(view), Duration.ofSeconds(90));
        assertThat(ended.get("state").asString()).as("%s", ended).isEqualTo("DONE");
        for (JsonNode line : ended.get("devices")) {
            assertThat(line.get("state").asString()).isEqualTo("DONE");
            var chassis = server.standIns()
                    .get(line.get("device").asString())
                    .device()
                    .chassis();
            assertThat(chassis.release()).as("%s", ended).isEqualTo(release);
            assertThat(chassis.storage().digest(line.get("image").asString())).isEmpty();
        }
    }

    private static boolean isRunning(JsonNode view) {
        return view.get("state").asString().equals("RUNNING");
    }

    private static int steps(JsonNode view) {
        int steps = 0;
        for (JsonNode line : view.get("devices")) steps += line.get("steps").size();
        return steps;
    }

    private void choose() {
        for (String name : List.of("brkw-core-1", "ald-rtr-1")) {
            Hardware hardware = server.standIns().get(name).device().chassis().hardware();
            byte[] content = new byte[100_000];
            new Random(release.hashCode()).nextBytes(content);
            byte[] file = new Image(hardware.maker(), hardware.model(), release).file(content);
            String called = hardware.model() + "-" + release + ".img";
            JsonNode image = admin.sendFile("/api/images?name=" + called, file).json(201);
            String id = image.get("id").asString();
            String list = image.get("sha256").asString() + "  " + called + "\n";
            admin.post("/api/images/" + id + "/digest-list", Map.of("list", list))
                    .json(200);
            admin.put("/api/standard-releases", Map.of("image", image.get("id").asLong()));
        }
    }
}
