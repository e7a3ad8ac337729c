package chaperone.server.support;

import chaperone.server.ChaperoneServer;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;

/** Servers as processes of their own, which can be killed. */
public final class ServerProcess {
    private ServerProcess() {}

    /** With an administrator called admin. */
    public static List<String> arguments(String database, Path key, int port) {
        List<String> arguments = new ArrayList<>(TestServer.arguments(database, key, port));
        arguments.add("--chaperone.first-password=" + TestServer.PASSWORD);
        return arguments;
    }

    /** One that answers; the caller kills it. */
    public static Process start(String database, Path key, int port) throws IOException {
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Xmx512m",
                "-XX:TieredStopAtLevel=1",
                "-cp",
                System.getProperty("java.class.path"),
                ChaperoneServer.class.getName()));
        command.addAll(arguments(database, key, port));
        command.add("--logging.level.root=ERROR");
        Path log = Files.createTempFile("chaperone-server", ".log");
        Process process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(log.toFile())
                .start();
        awaitHealth(port, process, log);
        return process;
    }

    private static void awaitHealth(int port, Process process, Path log) throws IOException {
        long end = System.nanoTime() + Duration.ofSeconds(90).toNanos();
        while (System.nanoTime() < end) {
            if (!process.isAlive()) throw new AssertionError("The server ended: " + Files.readString(log));
            try (BufferedReader answer =
                    new BufferedReader(new InputStreamReader(URI.create("http://127.0.0.1:" + port + "/actuator/health")
                            .toURL()
                            .openStream()))) {
                if (answer.readLine().contains("UP")) return;
            } catch (IOException e) {
                LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(50));
            }
        }
        throw new AssertionError("The server did not come up: " + Files.readString(log));
    }

    public static int freePort() throws IOException {
        try (ServerSocket socket = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            return socket.getLocalPort();
        }
    }
}
