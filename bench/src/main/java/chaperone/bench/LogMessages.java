package chaperone.bench;

import chaperone.server.support.Api;
import chaperone.server.support.TestPostgres;
import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import tools.jackson.databind.JsonNode;

/**
 * 10,000 log messages a second for ten seconds from 200 devices by UDP, one of five a log-in, while somebody reads the
 * history. Every message must be taken or told as lost, and a page may take at most three times as long as in quiet.
 *
 * <p>{@code LogMessages SERVER-JAR}; exit 1 if an aim is missed.
 */
public final class LogMessages {
    private static final int DEVICES = 200;
    private static final int PORT = 15_514;
    private static final int A_SECOND = 10_000;
    private static final int SECONDS = 10;
    private static final int AT_ONCE = 100;
    private static final double MOST = 3;

    private LogMessages() {}

    public static void main(String[] args) throws Exception {
        String database = TestPostgres.emptyDatabase();
        Process server = Sweep.server(
                args[0], database, "--chaperone.first-password=" + Sweep.PASSWORD, "--chaperone.log.port=" + PORT);
        boolean holds;
        try (Connection connection = DriverManager.getConnection(database, "postgres", "")) {
            Api api = Sweep.logIn();
            fill(connection, api.makeCredentialSet("switches", "chaperone", "x", ""));
            for (int i = 0; i < 40; i++) page(api);
            List<Double> quiet = new ArrayList<>();
            for (int i = 0; i < 40; i++) quiet.add(page(api));
            JsonNode before = counts(api);
            CompletableFuture<Void> sending = CompletableFuture.runAsync(LogMessages::send);
            List<Double> busy = new ArrayList<>();
            while (!sending.isDone()) busy.add(page(api));
            sending.join();
            holds = isAccountedFor(api, before) & isQuick(quiet, busy);
        } finally {
            server.destroy();
            server.waitFor(20, TimeUnit.SECONDS);
        }
        System.exit(holds ? 0 : 1);
    }

    private static void fill(Connection database, long set) throws SQLException {
        try (Statement statement = database.createStatement()) {
            statement.execute("update reading_plan set is_on = false");
            statement.execute("""
                    insert into device (name, host, port, platform, role, model, serial, release, credential_set_id,
                      added_at, version)
                    select 'hall-acc-' || i, '127.22.0.' || i, 22, 'corvane', 'access', 'C2048', 'S' || i, '7.4.2', %d,
                      now(), 0
                    from generate_series(1, %d) i""".formatted(set, DEVICES));
        }
    }

    /** Milliseconds that a page of the history takes. */
    private static double page(Api api) {
        long start = System.nanoTime();
        api.get("/api/history?size=200&since=" + Instant.now().minusSeconds(86_400))
                .json(200);
        return (System.nanoTime() - start) / 1e6;
    }

    private static JsonNode counts(Api api) {
        return api.get("/api/log-messages").json(200);
    }

    private static void send() {
        List<DatagramSocket> sockets = new ArrayList<>();
        try {
            for (int i = 1; i <= DEVICES; i++)
                sockets.add(new DatagramSocket(new InetSocketAddress("127.22.0." + i, 0)));
            InetSocketAddress to = new InetSocketAddress("127.0.0.1", PORT);
            long start = System.nanoTime();
            for (int sent = 0; sent < A_SECOND * SECONDS; sent++) {
                if (sent % AT_ONCE == 0) {
                    long due = start + TimeUnit.SECONDS.toNanos(sent) / A_SECOND;
                    while (System.nanoTime() < due) LockSupport.parkNanos(due - System.nanoTime());
                }
                byte[] bytes = text(sent).getBytes(StandardCharsets.UTF_8);
                sockets.get(sent % DEVICES).send(new DatagramPacket(bytes, bytes.length, to));
            }
        } catch (IOException e) {
            throw new CompletionException(e);
        } finally {
            sockets.forEach(DatagramSocket::close);
        }
    }

    private static String text(int sent) {
        String name = "hall-acc-" + (sent % DEVICES + 1);
        return sent % 5 == 0
                ? "<189>1 - " + name + " corvane - LOGIN [session@32473 account=\"guest-" + sent + "\"] log-in"
                : "<190>1 - " + name + " corvane - PORT - port 1/0/" + sent % 48 + " is up, " + sent;
    }

    /** What came and what is told as lost is all that was sent. */
    private static boolean isAccountedFor(Api api, JsonNode before) throws InterruptedException {
        long sent = (long) A_SECOND * SECONDS;
        JsonNode now = counts(api);
        for (int i = 0; i < 100 && arrived(before, now) < sent; i++) {
            Thread.sleep(100);
            now = counts(api);
        }
        long lost = moved(before, now, "dropped") + moved(before, now, "droppedBySystem");
        boolean isWhole = arrived(before, now) == sent;
        System.out.printf(
                Locale.ROOT,
                "%,d messages in %d s: %,d read, %,d told as lost, %,d log-ins told as not kept%s%n",
                sent,
                SECONDS,
                sent - lost,
                lost,
                moved(before, now, "notNoted"),
                isWhole ? "" : "  NOT ALL ACCOUNTED FOR");
        return isWhole;
    }

    /** Those that came here, whether they were read or told as dropped, and those that the system told as dropped. */
    private static long arrived(JsonNode before, JsonNode now) {
        return moved(before, now, "received") + moved(before, now, "droppedBySystem");
    }

    private static long moved(JsonNode before, JsonNode now, String field) {
        return now.get(field).asLong() - before.get(field).asLong();
    }

    private static boolean isQuick(List<Double> quiet, List<Double> busy) {
        double share = middle(busy) / middle(quiet);
        System.out.printf(
                Locale.ROOT,
                "a page of the history meanwhile: %.1f ms in the middle, %.1f at the worst of %d; %.2f times that in"
                        + " quiet (aim: at most %.0f)%s%n",
                middle(busy),
                busy.stream().max(Comparator.naturalOrder()).orElseThrow(),
                busy.size(),
                share,
                MOST,
                share <= MOST ? "" : "  MISSED");
        return share <= MOST;
    }

    private static double middle(List<Double> values) {
        List<Double> sorted = values.stream().sorted().toList();
        return sorted.get(sorted.size() / 2);
    }
}
