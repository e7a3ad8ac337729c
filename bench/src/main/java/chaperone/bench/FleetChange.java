package chaperone.bench;

import chaperone.bench.BareLoop.Work;
import chaperone.server.support.Api;
import chaperone.server.support.TestPostgres;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import tools.jackson.databind.JsonNode;

/**
 * A change of one line on 500 devices, all or none, by the whole product against a bare loop that reads each device, types
 * the line, reads it again and saves; everything else is as in {@link Sweep}. By turns the line is put and taken away, ours
 * first.
 *
 * <p>{@code FleetChange STAND-INS-JAR SERVER-JAR}; exit 1 if the aim is missed.
 */
public final class FleetChange {
    private static final int DEVICES = 500;
    /** Not counted: until then both sides' programs are still being compiled. */
    private static final int WARM_UPS = 4;

    private static final int ROUNDS = 6;
    private static final double LEAST_SHARE = 0.60;
    private static final String LINE = "log-server 198.51.100.77";

    private FleetChange() {}

    private record Round(double bare, double change) {}

    public static void main(String[] args) throws Exception {
        System.setProperty("durable", "true");
        String database = TestPostgres.emptyDatabase();
        Process standIns =
                Sweep.start("stand-ins", "-Xmx1500m", "-jar", args[0], "many", "" + DEVICES, "" + Sweep.PORT);
        Process server = null;
        boolean holds = false;
        try {
            Sweep.awaitLine(standIns, "stand-ins ready");
            server = Sweep.server(
                    args[1], database, "--chaperone.reading=false", "--chaperone.first-password=" + Sweep.PASSWORD);
            holds = measure(Sweep.logIn());
        } finally {
            if (server != null) server.destroy();
            standIns.destroy();
            if (server != null) server.waitFor(20, TimeUnit.SECONDS);
        }
        System.exit(holds ? 0 : 1);
    }

    private static boolean measure(Api api) throws Exception {
        int status = api.put("/api/approval-rules", Map.of("engineer", "NOBODY", "administrator", "NOBODY"))
                .status();
        if (status != 204) throw new IllegalStateException("The rules of approval: " + status);
        Sweep.bringIn(api, Sweep.hosts(DEVICES));
        Sweep.sweep(api);
        List<Round> rounds = new ArrayList<>();
        try (LoopProcess loop = LoopProcess.alone()) {
            for (int round = -WARM_UPS; round < ROUNDS; round++) {
                double put = changed(api, LINE);
                double away = changed(api, "not " + LINE);
                double bare = loop.seconds(Work.PUT_A_LINE, DEVICES) + loop.seconds(Work.TAKE_IT_AWAY, DEVICES);
                System.out.printf(
                        Locale.ROOT,
                        "%s: bare loop %.2f s, change %.2f s, share %.3f%n",
                        round < 0 ? "warm-up" : "round " + (round + 1),
                        bare,
                        put + away,
                        bare / (put + away));
                if (round >= 0) rounds.add(new Round(bare, put + away));
            }
        }
        return report(rounds);
    }

    private static boolean report(List<Round> rounds) {
        double bare = rounds.stream().mapToDouble(Round::bare).sum();
        double change = rounds.stream().mapToDouble(Round::change).sum();
        double share = bare / change;
        int devices = 2 * DEVICES * rounds.size();
        System.out.printf(
                Locale.ROOT,
                "all rounds: bare loop %.0f devices/s, change %.0f devices/s, share %.3f (aim: at least %.2f)%s%n",
                devices / bare,
                devices / change,
                share,
                LEAST_SHARE,
                share >= LEAST_SHARE ? "" : "  MISSED");
        return share >= LEAST_SHARE;
    }

    /** Seconds from the wish to run it until all devices have kept and saved it. */
    private static double changed(Api api, String line) throws InterruptedException {
        Map<String, Object> edits = Map.of("query", "platform is corvane", "lines", List.of(line));
        long change = api.post("/api/change-edits/of-query", edits)
                .json(201)
                .get("number")
                .asLong();
        String path = "/api/changes/" + change;
        api.post(path + "/propose", Map.of()).json(200);
        api.post(path + "/run", Map.of()).json(201);
        while (true) {
            JsonNode run = api.get(path + "/runs").json(200).get(0);
            if (run.hasNonNull("endedAt")) return seconds(run);
            Thread.sleep(1000);
        }
    }

    private static double seconds(JsonNode run) {
        long kept = run.get("devices")
                .valueStream()
                .filter(device -> device.get("state").asString().equals("KEPT"))
                .count();
        if (kept != DEVICES) throw new IllegalStateException(kept + " of " + DEVICES + " kept it");
        Instant start = Instant.parse(run.get("startedAt").asString());
        return Duration.between(start, Instant.parse(run.get("endedAt").asString()))
                        .toMillis()
                / 1000.0;
    }
}
