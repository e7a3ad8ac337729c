package chaperone.bench;

import chaperone.server.support.Api;
import chaperone.server.support.TestPostgres;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import tools.jackson.databind.JsonNode;

/**
 * A copy of 1,000 devices by the whole product against a bare loop over the same devices: the stand-ins, the server and
 * PostgreSQL (with its own settings, durable) are processes beside this one, on the same machine.
 *
 * <p>{@code Sweep STAND-INS-JAR SERVER-JAR}; exit 1 if the aim is missed.
 */
public final class Sweep {
    static final int DEVICES = 1000;
    static final int PORT = 2961;
    static final int SERVER_PORT = 8961;
    static final int AT_ONCE = 48;
    /** Not counted: until then both sides' programs are still being compiled. */
    private static final int WARM_UPS = 12;

    private static final int ROUNDS = 9;
    private static final double LEAST_SHARE = 0.80;
    private static final long MOST_MEMORY = 1024L * 1024 * 1024;
    static final String PASSWORD = "a password for measuring";

    private Sweep() {}

    /** Seconds that each took, one right after the other. */
    private record Round(double bare, double sweep, double withProvider) {}

    /** Seconds of processor time: of the stand-ins, the server, the bare loop, and of all else, the database above all. */
    private record Spent(double standIns, double server, double loop, double rest) {
        static Spent until(Process server, Process standIns, LoopProcess loop) throws IOException {
            double there = ProcessorTime.of(standIns.pid());
            double here = ProcessorTime.of(server.pid());
            double bare = ProcessorTime.of(loop.pid());
            return new Spent(there, here, bare, ProcessorTime.ofAll() - there - here - bare);
        }

        /** In milliseconds for each device. */
        String since(Spent start) {
            return String.format(
                    Locale.ROOT,
                    "stand-ins %.1f, server %.1f, loop %.1f, rest %.1f ms",
                    standIns - start.standIns,
                    server - start.server,
                    loop - start.loop,
                    rest - start.rest);
        }
    }

    public static void main(String[] args) throws Exception {
        System.setProperty("durable", "true");
        String database = TestPostgres.emptyDatabase();
        Process standIns = start("stand-ins", "-Xmx1500m", "-jar", args[0], "many", "" + DEVICES, "" + PORT);
        Process server = null;
        boolean holds = false;
        try {
            awaitLine(standIns, "stand-ins ready");
            // Looks between copies would come in between now and then, and count as the sweep's.
            server = server(args[1], database, "--chaperone.reading=false", "--chaperone.first-password=" + PASSWORD);
            holds = measure(server, standIns);
        } finally {
            if (server != null) server.destroy();
            standIns.destroy();
            if (server != null) server.waitFor(20, TimeUnit.SECONDS);
        }
        System.exit(holds ? 0 : 1);
    }

    static List<String> hosts(int count) {
        return IntStream.range(0, count)
                .mapToObj(i -> "127.21." + i / 250 + "." + (i % 250 + 1))
                .toList();
    }

    private static boolean measure(Process server, Process standIns) throws Exception {
        Api api = logIn();
        bringIn(api, hosts(DEVICES));
        List<Round> rounds = new ArrayList<>();
        try (LoopProcess bare = LoopProcess.alone();
                LoopProcess withProvider = LoopProcess.withProvider()) {
            // In turns: whatever else the machine does meets all of them.
            for (int round = -WARM_UPS; round < ROUNDS; round++) {
                Spent start = Spent.until(server, standIns, bare);
                double alone = bare.seconds(BareLoop.Work.COPY, DEVICES);
                Spent between = Spent.until(server, standIns, bare);
                double sweep = sweep(api);
                Spent end = Spent.until(server, standIns, bare);
                Round all = new Round(alone, sweep, withProvider.seconds(BareLoop.Work.COPY, DEVICES));
                System.out.printf(
                        Locale.ROOT,
                        "%s: bare loop %.2f s, sweep %.2f s, share %.3f; bare loop with the provider %.2f s%n",
                        round < 0 ? "warm-up" : "round " + (round + 1),
                        alone,
                        sweep,
                        alone / sweep,
                        all.withProvider());
                System.out.println("    bare loop " + between.since(start) + "; sweep " + end.since(between));
                if (round >= 0) rounds.add(all);
            }
        }
        return report(rounds, peakMemory(server));
    }

    /** Of all rounds together: on a machine that others use too, single ones lie far apart. */
    private static boolean report(List<Round> rounds, long memory) {
        double bare = rounds.stream().mapToDouble(Round::bare).sum();
        double sweep = rounds.stream().mapToDouble(Round::sweep).sum();
        double withProvider = rounds.stream().mapToDouble(Round::withProvider).sum();
        double share = bare / sweep;
        System.out.printf(
                Locale.ROOT,
                "all rounds: bare loop %.0f devices/s, sweep %.0f devices/s, share %.3f (aim: at least %.2f)%s%n",
                ROUNDS * DEVICES / bare,
                ROUNDS * DEVICES / sweep,
                share,
                LEAST_SHARE,
                share >= LEAST_SHARE ? "" : "  MISSED");
        System.out.printf(
                Locale.ROOT,
                "bare loop with the product's provider of cryptography: %.0f devices/s, the sweep's share of that %.3f%n",
                ROUNDS * DEVICES / withProvider,
                withProvider / sweep);
        System.out.printf(
                Locale.ROOT,
                "memory of the server at its peak: %d MiB (aim: under %d)%s%n",
                memory >> 20,
                MOST_MEMORY >> 20,
                memory < MOST_MEMORY ? "" : "  MISSED");
        return share >= LEAST_SHARE && memory < MOST_MEMORY;
    }

    static void bringIn(Api api, List<String> hosts) throws InterruptedException {
        api.allowCalls(PORT);
        long id = api.makeCredentialSet("switches", "chaperone", "harbour-light-7", "tide-table-9");
        String csv = IntStream.range(0, hosts.size())
                .mapToObj(i -> hosts.get(i) + ",Hall " + i / 50 + "\n")
                .collect(Collectors.joining("", "address,site\n", ""));
        Map<String, Object> list = Map.of("csv", csv, "credentialSet", id, "port", PORT, "listName", "");
        JsonNode job =
                ended(api, api.post("/api/imports", list).json(202).get("job").asLong());
        check(job);
    }

    static double sweep(Api api) throws InterruptedException {
        JsonNode job = ended(
                api,
                api.post("/api/copies", Map.of("devices", List.of()))
                        .json(202)
                        .get("job")
                        .asLong());
        check(job);
        Instant start = Instant.parse(job.get("askedAt").asString());
        return Duration.between(start, Instant.parse(job.get("endedAt").asString()))
                        .toMillis()
                / 1000.0;
    }

    private static void check(JsonNode job) {
        JsonNode states = job.get("states");
        if (states.get("DONE").asInt() == 0 || states.get("FAILED").asInt() > 0)
            throw new IllegalStateException("Not all done: " + job);
    }

    private static JsonNode ended(Api api, long job) throws InterruptedException {
        while (true) {
            JsonNode view = api.get("/api/jobs/" + job).json(200);
            if (view.has("endedAt")) return view;
            Thread.sleep(1000);
        }
    }

    /** The packed server on a database of its own. */
    static Process server(String jar, String database, String... more) throws IOException {
        Path key = Files.write(Files.createTempFile("chaperone", ".key"), new byte[32]);
        List<String> command = new ArrayList<>(List.of(
                "-Xmx512m",
                "-XX:+UseSerialGC",
                // As the start command has it.
                "-XX:Tier4InvocationThreshold=40000",
                "-XX:Tier4MinInvocationThreshold=5000",
                "-XX:Tier4CompileThreshold=120000",
                "-jar",
                jar,
                "--server.port=" + SERVER_PORT,
                "--spring.datasource.url=" + database,
                "--spring.datasource.username=postgres",
                "--chaperone.key-file=" + key));
        // The demo brings its own accounts.
        command.addAll(more.length > 0 ? List.of(more) : List.of("--chaperone.first-password=" + PASSWORD));
        return start("server", command.toArray(String[]::new));
    }

    /** The administrator of that server, once it is up. */
    static Api logIn() throws InterruptedException {
        Api api = new Api("http://127.0.0.1:" + SERVER_PORT);
        awaitServer(api);
        return api.logIn("admin", PASSWORD);
    }

    private static void awaitServer(Api api) throws InterruptedException {
        for (int i = 0; i < 200; i++) {
            try {
                if (api.get("/actuator/health/readiness").status() == 200) return;
            } catch (RuntimeException e) {
                Thread.sleep(300);
            }
        }
        throw new IllegalStateException("The server did not come up");
    }

    /** The most that the process ever held in memory, in bytes, as the kernel counts it (proc(5), VmHWM). */
    private static long peakMemory(Process process) throws IOException {
        return Files.readAllLines(Path.of("/proc/" + process.pid() + "/status")).stream()
                .filter(line -> line.startsWith("VmHWM:"))
                .mapToLong(line -> 1024 * Long.parseLong(line.replaceAll("\\D", "")))
                .findFirst()
                .orElseThrow();
    }

    static Process start(String name, String... arguments) throws IOException {
        List<String> command = new ArrayList<>(
                List.of(Path.of(System.getProperty("java.home"), "bin", "java").toString()));
        command.addAll(List.of(arguments));
        Path log = Path.of(System.getProperty("java.io.tmpdir"), "chaperone-bench-" + name + ".log");
        return new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(log.toFile())
                .start();
    }

    static void awaitLine(Process process, String line) throws IOException, InterruptedException {
        Path log = Path.of(System.getProperty("java.io.tmpdir"), "chaperone-bench-stand-ins.log");
        for (int i = 0; i < 400; i++) {
            if (Files.readString(log).contains(line)) return;
            if (!process.isAlive()) break;
            Thread.sleep(200);
        }
        throw new IllegalStateException("The stand-ins did not come up; see " + log);
    }
}
