package chaperone.server.rollout;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.support.Api;
import chaperone.server.support.KillableServer;
import chaperone.standins.device.Hardware;
import chaperone.standins.device.Image;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import tools.jackson.databind.JsonNode;

/**
 * The server is killed in the middle of a rollout over two pairs, wherever chance has it. It goes on from what is written
 * down, no device is restarted twice, and the record agrees with the stand-ins' own state.
 */
@Timeout(600)
class RolloutKilledTest {
    private static final List<String> PAIRED = List.of("brkw-core-1", "brkw-core-2", "ald-rtr-1", "ald-rtr-2");
    /** More of them in the thorough run. */
    private static final int KILLS = Integer.getInteger("kills", 2);

    private final Random random = new Random(2027);

    @Test
    void aRolloutGoesOnWhereverTheServerIsKilled() throws Exception {
        try (KillableServer server = new KillableServer(2985, Duration.ofMillis(200))) {
            server.bringIn(PAIRED);
            for (int i = 0; i < PAIRED.size(); i += 2)
                server.admin().put("/api/pairs", Map.of("first", PAIRED.get(i), "second", PAIRED.get(i + 1)));
            for (int i = 1; i <= KILLS; i++) killedOnce(server, "92." + i + ".0");
        }
    }

    private void killedOnce(KillableServer server, String release) throws Exception {
        Api admin = server.admin();
        choose(server, release);
        long rollout = admin.post("/api/rollouts", Map.of("title", release, "devices", PAIRED))
                .json(201)
                .get("number")
                .asLong();
        String path = "/api/rollouts/" + rollout;
        assertThat(server.approver().post(path + "/approve", Map.of()).status()).isEqualTo(204);
        assertThat(admin.post(path + "/run", Map.of()).status()).isEqualTo(204);
        int steps = random.nextInt(16);
        admin.await(path, view -> steps(view) >= steps || !isRunning(view));
        server.kill();
        JsonNode ended = admin.await(path, view -> !isRunning(view), Duration.ofSeconds(90));
        assertThat(ended.get("state").asString())
                .as("killed after %d steps: %s", steps, ended)
                .isEqualTo("DONE");
        for (JsonNode line : ended.get("devices")) {
            assertThat(line.get("state").asString()).isEqualTo("DONE");
            var chassis = server.standIns()
                    .get(line.get("device").asString())
                    .device()
                    .chassis();
            assertThat(chassis.release())
                    .as("killed after %d steps: %s", steps, ended)
                    .isEqualTo(release);
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

    private static void choose(KillableServer server, String release) {
        for (String name : List.of("brkw-core-1", "ald-rtr-1")) {
            Hardware hardware = server.standIns().get(name).device().chassis().hardware();
            byte[] content = new byte[100_000];
            new Random(release.hashCode()).nextBytes(content);
            byte[] file = new Image(hardware.maker(), hardware.model(), release).file(content);
            String called = hardware.model() + "-" + release + ".img";
            JsonNode image =
                    server.admin().sendFile("/api/images?name=" + called, file).json(201);
            String id = image.get("id").asString();
            String list = image.get("sha256").asString() + "  " + called + "\n";
            server.admin()
                    .post("/api/images/" + id + "/digest-list", Map.of("list", list))
                    .json(200);
            server.admin()
                    .put(
                            "/api/standard-releases",
                            Map.of("image", image.get("id").asLong()));
        }
    }
}
