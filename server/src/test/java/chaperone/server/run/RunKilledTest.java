package chaperone.server.run;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.support.Api;
import chaperone.server.support.KillableServer;
import chaperone.standins.StandIns;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import tools.jackson.databind.JsonNode;

/**
 * The server is killed in the middle of a change over four families, wherever chance has it. Afterwards the change stands on
 * all of them or on none, by the stand-ins' own state, and the record says which.
 */
@Timeout(600)
class RunKilledTest {
    private static final int DEVICE_PORT = 2973;
    /** All of them in the thorough run. */
    private static final int KILLS = Integer.getInteger("kills", 2);

    private static final Map<String, List<String>> THERE = new LinkedHashMap<>();
    private static final Map<String, List<String>> BACK = new LinkedHashMap<>();

    static {
        line("brkw-acc-1", "vlan 377 \"ice house\"", "not vlan 377");
        line("cairn-rtr-1", "put ports lan-2 text \"ice house\"", "cut ports lan-2");
        line("ald-wall-1", "object ice-house host 192.0.2.77", "erase object ice-house");
        line("mv-curlew-sw-1", "{ \"welcome\": \"ice house\" }", "{ \"welcome\": null }");
    }

    private static void line(String device, String there, String back) {
        THERE.put(device, List.of(there));
        BACK.put(device, List.of(back));
    }

    private final Random random = new Random(2026);
    private KillableServer server;

    private static boolean stands(StandIns standIns, String name, boolean saved) {
        var device = standIns.get(name).device();
        return (saved ? device.keptSaved() : device.keptRunning())
                .contains(name.startsWith("ald") ? "ice-house" : "ice house");
    }

    @Test
    void aChangeStandsOnAllOrOnNoneWhereverTheServerIsKilled() throws Exception {
        try (KillableServer started = new KillableServer(DEVICE_PORT, Duration.ZERO)) {
            server = started;
            server.bringIn(THERE.keySet());
            boolean isThere = false;
            for (int i = 0; i < KILLS; i++) isThere = killedOnce(server.standIns(), isThere);
        }
    }

    /** @return whether it stands on all of them afterwards */
    private boolean killedOnce(StandIns standIns, boolean isThere) throws Exception {
        Api admin = server.admin();
        long change = approved(isThere ? BACK : THERE);
        String path = "/api/changes/" + change;
        admin.post(path + "/run", Map.of()).json(201);
        int steps = random.nextInt(18);
        admin.await(path + "/runs", runs -> steps(runs) >= steps || runs.get(0).hasNonNull("endedAt"));
        server.kill();
        JsonNode run = admin.await(path + "/runs", runs -> runs.get(0).hasNonNull("endedAt"))
                .get(0);
        boolean isKept = run.get("decision").asString().equals("KEEP");
        for (JsonNode line : run.get("devices")) {
            String name = line.get("device").asString();
            assertThat(line.get("state").asString())
                    .as("killed after %d steps: %s", steps, run)
                    .isIn(isKept ? List.of("KEPT") : List.of("GIVEN_BACK", "UNTOUCHED"));
            for (boolean saved : List.of(false, true))
                assertThat(stands(standIns, name, saved))
                        .as("%s, saved %s, killed after %d steps: %s", name, saved, steps, run)
                        .isEqualTo(isKept != isThere);
        }
        assertThat(admin.get(path).json(200).get("state").asString()).isEqualTo(isKept ? "KEPT" : "APPROVED");
        if (!isKept) admin.post(path + "/drop", Map.of()).json(200);
        return isKept != isThere;
    }

    private static int steps(JsonNode runs) {
        int steps = 0;
        for (JsonNode line : runs.get(0).get("devices"))
            steps += line.get("steps").size();
        return steps;
    }

    private long approved(Map<String, List<String>> lines) {
        Api admin = server.admin();
        long change = admin.post("/api/changes", Map.of("title", "ice house"))
                .json(201)
                .get("number")
                .asLong();
        lines.forEach((device, typed) -> admin.post(
                        "/api/change-edits",
                        Map.of("change", change, "device", device, "kind", "LINES", "lines", typed))
                .json(201));
        admin.post("/api/changes/" + change + "/propose", Map.of()).json(200);
        String digest = admin.get("/api/changes/" + change + "/preview")
                .json(200)
                .get("digest")
                .asString();
        server.approver()
                .post("/api/changes/" + change + "/approve", Map.of("digest", digest))
                .json(200);
        return change;
    }
}
