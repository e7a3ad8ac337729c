package chaperone.server.kill;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.support.Api;
import chaperone.server.support.FourFamilies;
import chaperone.server.support.KillableServer;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/** A change on a device of each family, there and back: after a kill it stands on all of them or on none. */
final class KilledChange {
    private static final Map<String, List<String>> THERE = new LinkedHashMap<>();
    private static final Map<String, List<String>> BACK = new LinkedHashMap<>();

    static {
        line("brkw-acc-1", "vlan 377 \"ice house\"", "not vlan 377");
        line("cairn-rtr-1", "put ports lan-2 text \"ice house\"", "cut ports lan-2");
        line("ald-wall-1", "object ice-house host 192.0.2.77", "erase object ice-house");
        line("mv-curlew-sw-1", "{ \"welcome\": \"ice house\" }", "{ \"welcome\": null }");
        line(
                FourFamilies.BY_NETCONF,
                FourFamilies.port("<text>ice house</text>"),
                FourFamilies.port("<text xmlns:nc=\"" + FourFamilies.NETCONF + "\" nc:operation=\"delete\"/>"));
    }

    private final KillableServer server;
    private final Api admin;
    private String path = "";
    /** Whether it stands on all of them, between two changes. */
    private boolean isThere;

    KilledChange(KillableServer server) {
        this.server = server;
        this.admin = server.admin();
    }

    private static void line(String device, String there, String back) {
        THERE.put(device, List.of(there));
        BACK.put(device, List.of(back));
    }

    static List<String> devices() {
        return List.copyOf(THERE.keySet());
    }

    void begin() {
        path = "/api/changes/" + approved(isThere ? BACK : THERE);
        admin.post(path + "/run", Map.of()).json(201);
    }

    void awaitSteps(int wanted) {
        admin.await(path + "/runs", runs -> steps(runs) >= wanted || runs.get(0).hasNonNull("endedAt"));
    }

    private static int steps(JsonNode runs) {
        int steps = 0;
        for (JsonNode line : runs.get(0).get("devices"))
            steps += line.get("steps").size();
        return steps;
    }

    void checkEnd() {
        JsonNode run = admin.await(path + "/runs", runs -> runs.get(0).hasNonNull("endedAt"))
                .get(0);
        boolean isKept = run.get("decision").asString().equals("KEEP");
        for (JsonNode line : run.get("devices")) {
            String name = line.get("device").asString();
            assertThat(line.get("state").asString())
                    .as("%s", run)
                    .isIn(isKept ? List.of("KEPT") : List.of("GIVEN_BACK", "UNTOUCHED"));
            for (boolean saved : List.of(false, true))
                assertThat(stands(name, saved))
                        .as("%s, saved %s: %s", name, saved, run)
                        .isEqualTo(isKept != isThere);
        }
        assertThat(admin.get(path).json(200).get("state").asString()).isEqualTo(isKept ? "KEPT" : "APPROVED");
        if (!isKept) admin.post(path + "/drop", Map.of()).json(200);
        isThere = isKept != isThere;
    }

    private boolean stands(String name, boolean saved) {
        var device = server.standIns().get(name).device();
        return (saved ? device.keptSaved() : device.keptRunning())
                .contains(name.startsWith("ald") ? "ice-house" : "ice house");
    }

    private long approved(Map<String, List<String>> lines) {
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
