package chaperone.server.support;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import org.flywaydb.core.Flyway;

/** A PostgreSQL cluster of its own for a run of tests; it ends with the JVM and leaves nothing behind. */
public final class TestPostgres {
    /** A test needs no data after a power cut; a measurement ({@code -Ddurable=true}) runs as the product does. */
    private static final String FORGETFUL = " -c fsync=off -c full_page_writes=off -c synchronous_commit=off";

    private static final Object LOCK = new Object();
    private static final AtomicInteger DATABASES = new AtomicInteger();
    private static final String MIGRATED = "migrated";
    private static int port;
    private static boolean isMigrated;

    private TestPostgres() {}

    /** The address of a fresh database without any table. */
    public static String emptyDatabase() {
        return created("test" + DATABASES.incrementAndGet(), "template1");
    }

    /** The address of a fresh database with the product's tables: a copy of one that was migrated once. */
    public static String freshDatabase() {
        synchronized (LOCK) {
            if (!isMigrated) {
                Flyway.configure()
                        .dataSource(created(MIGRATED, "template1"), "postgres", "")
                        .load()
                        .migrate();
                isMigrated = true;
            }
        }
        return created("test" + DATABASES.incrementAndGet(), MIGRATED);
    }

    /** A copy of a database that nobody is connected to. */
    static String copyOf(String address) {
        return created("test" + DATABASES.incrementAndGet(), address.substring(address.lastIndexOf('/') + 1));
    }

    private static String created(String name, String template) {
        synchronized (LOCK) {
            if (port == 0) port = start();
            try (Connection connection = DriverManager.getConnection(url("postgres"), "postgres", "");
                    Statement statement = connection.createStatement()) {
                statement.execute("create database " + name + " template " + template);
            } catch (SQLException e) {
                throw new IllegalStateException("No database " + name, e);
            }
            return url(name);
        }
    }

    private static String url(String database) {
        return "jdbc:postgresql://127.0.0.1:" + port + "/" + database;
    }

    private static int start() {
        try {
            Path folder = Files.createTempDirectory("chaperone-pg");
            Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwxr-xr-x"));
            boolean isRoot = System.getProperty("user.name").equals("root");
            if (isRoot) run(List.of("chown", "postgres", folder.toString()));
            int free = freePort();
            String data = folder.resolve("data").toString();
            asPostgres(
                    isRoot,
                    tool("initdb"),
                    "-D",
                    data,
                    "-U",
                    "postgres",
                    "-A",
                    "trust",
                    "-E",
                    "UTF8",
                    "--locale=C.UTF-8",
                    "--no-sync");
            Runtime.getRuntime().addShutdownHook(new Thread(() -> stop(isRoot, folder)));
            asPostgres(
                    isRoot,
                    tool("pg_ctl"),
                    "-D",
                    data,
                    "-w",
                    "-l",
                    folder.resolve("log").toString(),
                    "-o",
                    "-c listen_addresses=127.0.0.1 -c port=" + free + " -c unix_socket_directories=''"
                            + " -c max_connections=200" + (Boolean.getBoolean("durable") ? "" : FORGETFUL),
                    "start");
            return free;
        } catch (IOException e) {
            throw new UncheckedIOException("PostgreSQL for the tests did not start", e);
        }
    }

    private static void stop(boolean isRoot, Path folder) {
        try {
            asPostgres(isRoot, tool("pg_ctl"), "-D", folder.resolve("data").toString(), "-m", "immediate", "stop");
            // Not waited for: on a busy disk the many files of the clones take longer than the end of a test run may.
            new ProcessBuilder("rm", "-rf", folder.toString()).start();
        } catch (IOException e) {
            System.err.println("PostgreSQL of the tests was not stopped: " + e.getMessage());
        }
    }

    private static String tool(String name) throws IOException {
        try (Stream<Path> versions = Files.list(Path.of("/usr/lib/postgresql"))) {
            return versions.map(version -> version.resolve("bin").resolve(name))
                    .filter(Files::isExecutable)
                    .max(Path::compareTo)
                    .orElseThrow(() -> new IOException("PostgreSQL's " + name + " is not installed"))
                    .toString();
        }
    }

    private static void asPostgres(boolean isRoot, String... command) throws IOException {
        List<String> whole = new ArrayList<>(isRoot ? List.of("runuser", "-u", "postgres", "--") : List.of());
        whole.addAll(List.of(command));
        run(whole);
    }

    private static void run(List<String> command) throws IOException {
        Path said = Files.createTempFile("chaperone", ".out");
        Process process = new ProcessBuilder(command)
                .directory(new java.io.File("/"))
                .redirectErrorStream(true)
                .redirectOutput(said.toFile())
                .start();
        try {
            if (process.waitFor() != 0) {
                throw new IOException(
                        String.join(" ", command) + ": " + Files.readString(said, StandardCharsets.UTF_8));
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException("Interrupted", e);
        } finally {
            Files.delete(said);
        }
    }

    private static int freePort() throws IOException {
        try (ServerSocket socket = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            return socket.getLocalPort();
        }
    }
}
