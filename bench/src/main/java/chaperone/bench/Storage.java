package chaperone.bench;

import chaperone.server.support.Api;
import chaperone.server.support.TestPostgres;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import tools.jackson.databind.JsonNode;

/**
 * 200 revisions of each of the demo's devices: the bytes in which the database holds their texts, against the pack that
 * {@code git gc --aggressive} makes of the same texts; and reading the oldest revision against reading the newest.
 *
 * <p>{@code Storage STAND-INS-JAR SERVER-JAR}; exit 1 if an aim is missed.
 */
public final class Storage {
    private static final int REVISIONS = 200;
    private static final int READS = 60;
    private static final double MOST_SLOWER = 3;

    private Storage() {}

    public static void main(String[] args) throws Exception {
        Path folder = Files.createTempDirectory("chaperone-storage");
        Path history = folder.resolve("history");
        run(folder, "java", "-jar", args[0], "history", history.toString(), "" + Sweep.PORT);
        List<Path> devices = withLongPast(history);
        long pack = packOf(folder.resolve("texts.git"), devices);
        Process standIns = Sweep.start(
                "stand-ins",
                "-Xmx700m",
                "-jar",
                args[0],
                "serve",
                folder.resolve("state").toString(),
                "" + Sweep.PORT,
                "2961",
                "9");
        Process server = null;
        boolean holds = false;
        String database = TestPostgres.emptyDatabase();
        try (Connection connection = DriverManager.getConnection(database, "postgres", "")) {
            Sweep.awaitLine(standIns, "stand-ins ready");
            server = Sweep.server(
                    args[1],
                    database,
                    "--spring.profiles.active=demo",
                    "--chaperone.demo.history=" + history,
                    "--chaperone.demo.port=" + Sweep.PORT,
                    "--chaperone.demo.control=http://127.0.0.1:2961");
            Api api = loaded(connection);
            holds = size(connection, pack) & reading(api, devices);
        } finally {
            if (server != null) server.destroy();
            standIns.destroy();
            if (server != null) server.waitFor(20, TimeUnit.SECONDS);
        }
        System.exit(holds ? 0 : 1);
    }

    /** Each device's newest text, edited again and again; the moments lie an hour apart. */
    private static List<Path> withLongPast(Path history) throws IOException {
        List<Path> devices = new ArrayList<>();
        try (Stream<Path> all = Files.list(history)) {
            for (Path device : all.filter(Files::isDirectory).sorted().toList()) {
                writePast(device);
                devices.add(device);
            }
        }
        return devices;
    }

    private static void writePast(Path device) throws IOException {
        List<Path> known;
        try (Stream<Path> files = Files.list(device)) {
            known = files.sorted().toList();
        }
        Path newest = known.get(known.size() - 1);
        long at = Long.parseLong(newest.getFileName().toString().replace(".conf", ""));
        List<String> lines = new ArrayList<>(Arrays.asList(
                Files.readString(newest, StandardCharsets.ISO_8859_1).split("\n", -1)));
        for (Path file : known) Files.delete(file);
        Random random = new Random(device.getFileName().toString().hashCode());
        for (int i = 0; i < REVISIONS; i++) {
            edit(lines, random, i);
            Path file = device.resolve(at - 3600L * (REVISIONS - i) + ".conf");
            Files.writeString(file, String.join("\n", lines), StandardCharsets.ISO_8859_1);
        }
    }

    /** One to four lines are altered, doubled or taken away, as people do between two copies. */
    private static void edit(List<String> lines, Random random, int revision) {
        int edits = 1 + random.nextInt(4);
        for (int i = 0; i < edits; i++) {
            int at = 1 + random.nextInt(Math.max(1, lines.size() - 2));
            String line = lines.get(at);
            String altered = line.replaceFirst("\\d+", "" + random.nextInt(4000));
            switch (random.nextInt(5)) {
                case 0 -> lines.add(at, altered);
                case 1 -> lines.remove(at);
                default -> lines.set(at, altered);
            }
        }
        // No two revisions are the same: the last word of one line tells them apart.
        lines.set(1, lines.get(1).replaceFirst("( r\\d+)?$", " r" + revision));
    }

    /** All texts as blobs of one tree, so that the pack holds hardly anything else. */
    private static long packOf(Path repository, List<Path> devices) throws Exception {
        Files.createDirectories(repository);
        git(repository, "init", "-q");
        git(repository, "config", "gc.auto", "0");
        for (Path device : devices) {
            Path into = Files.createDirectories(
                    repository.resolve(device.getFileName().toString()));
            try (Stream<Path> files = Files.list(device)) {
                for (Path file : files.toList())
                    Files.copy(file, into.resolve(file.getFileName().toString()));
            }
        }
        git(repository, "add", "-A");
        git(repository, "-c", "user.name=bench", "-c", "user.email=bench@example.org", "commit", "-q", "-m", "texts");
        git(repository, "gc", "--aggressive", "--prune=now", "-q");
        long bytes = 0;
        try (Stream<Path> packs = Files.list(repository.resolve(".git/objects/pack"))) {
            for (Path pack :
                    packs.filter(file -> file.toString().endsWith(".pack")).toList()) bytes += Files.size(pack);
        }
        return bytes;
    }

    private static void git(Path repository, String... arguments) throws Exception {
        List<String> command = new ArrayList<>(List.of("git", "-C", repository.toString()));
        command.addAll(List.of(arguments));
        run(repository, command.toArray(String[]::new));
    }

    private static void run(Path folder, String... command) throws Exception {
        Process process = new ProcessBuilder(command)
                .directory(folder.toFile())
                .inheritIO()
                .start();
        if (process.waitFor() != 0) throw new IllegalStateException("Failed: " + String.join(" ", command));
    }

    /** The demo's accounts come last: then everything is there. Asking the log-in itself would lock it. */
    private static Api loaded(Connection database) throws InterruptedException, SQLException {
        for (int i = 0; i < 2000; i++) {
            if (number(database, "select count(*) from pg_tables where tablename = 'account'") > 0
                    && number(database, "select count(*) from account where name = 'r.anand'") > 0)
                return new Api("http://127.0.0.1:" + Sweep.SERVER_PORT).logIn("r.anand", "demo-engineer");
            Thread.sleep(300);
        }
        throw new IllegalStateException("The demo's data did not load");
    }

    private static boolean size(Connection database, long pack) throws SQLException {
        long contents = number(database, "select count(*) from content");
        long ours = number(database, "select sum(length(packed)) from content_pack");
        // Rows that were written anew leave their old pages to be used again.
        long grown = number(database, "select pg_total_relation_size('content_pack')");
        try (Statement statement = database.createStatement()) {
            statement.execute("vacuum full content_pack");
        }
        long table = number(database, "select pg_total_relation_size('content_pack')");
        double ratio = (double) ours / pack;
        System.out.printf(
                Locale.ROOT,
                "storage: %d texts; ours %d bytes (the table's pages: %d, before its vacuum %d), git's pack %d bytes; ratio %.2f, at most 1%n",
                contents,
                ours,
                table,
                grown,
                pack,
                ratio);
        return ratio <= 1;
    }

    private static boolean reading(Api api, List<Path> devices) {
        List<Double> ratios = new ArrayList<>();
        for (Path device : devices) {
            String path = "/api/devices/" + device.getFileName() + "/revisions";
            JsonNode revisions = api.get(path).json(200);
            int newest = revisions.size();
            double[] times = {0, 0};
            for (int round = 0; round < READS; round++) {
                // In turns, so that whatever else the machine does meets both.
                double old = millis(api, path + "/1/lines?count=1");
                double young = millis(api, path + "/" + newest + "/lines?count=1");
                if (round < READS / 3) continue;
                times[0] += old;
                times[1] += young;
            }
            ratios.add(times[0] / times[1]);
        }
        ratios.sort(null);
        double middle = ratios.get(ratios.size() / 2);
        double worst = ratios.get(ratios.size() - 1);
        System.out.printf(
                Locale.ROOT,
                "storage: reading the oldest of %d revisions takes %.2f times reading the newest (middle of %d devices; worst %.2f), at most %.0f%n",
                REVISIONS,
                middle,
                ratios.size(),
                worst,
                MOST_SLOWER);
        return worst <= MOST_SLOWER;
    }

    private static double millis(Api api, String path) {
        long start = System.nanoTime();
        api.get(path).json(200);
        return (System.nanoTime() - start) / 1e6;
    }

    private static long number(Connection database, String sql) throws SQLException {
        try (Statement statement = database.createStatement();
                ResultSet row = statement.executeQuery(sql)) {
            row.next();
            return row.getLong(1);
        }
    }
}
