package chaperone.bench;

import chaperone.server.support.Api;
import chaperone.server.support.TestPostgres;
import java.io.IOException;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.TimeUnit;

/**
 * What looking at 1,000 devices between copies costs the machine: processor time of everything but the stand-ins (which
 * are other machines in earnest), as a share of what all processors have, at the usual five minutes. Each device is
 * looked at every minute here, and the cost of a look taken from that.
 *
 * <p>{@code Looks STAND-INS-JAR SERVER-JAR}; exit 1 if the aim is missed.
 */
public final class Looks {
    private static final long WARM_UP_SECONDS = 90;
    private static final long MEASURED_SECONDS = 120;
    private static final double USUAL_SECONDS = 300;
    private static final double MOST_SHARE = 0.05;

    private Looks() {}

    public static void main(String[] args) throws Exception {
        System.setProperty("durable", "true");
        String database = TestPostgres.emptyDatabase();
        Process standIns =
                Sweep.start("stand-ins", "-Xmx1500m", "-jar", args[0], "many", "" + Sweep.DEVICES, "" + Sweep.PORT);
        Process server = null;
        boolean holds = false;
        try (Connection connection = DriverManager.getConnection(database, "postgres", "")) {
            Sweep.awaitLine(standIns, "stand-ins ready");
            server = Sweep.server(args[1], database);
            Api api = Sweep.logIn();
            Sweep.bringIn(api, Sweep.hosts(Sweep.DEVICES));
            Sweep.sweep(api);
            api.put(
                    "/api/reading-plans",
                    Map.of("everyMinutes", 1, "fullAfterHours", 24, "tablesEveryMinutes", 60, "on", true));
            holds = measure(connection, standIns);
        } finally {
            if (server != null) server.destroy();
            standIns.destroy();
            if (server != null) server.waitFor(20, TimeUnit.SECONDS);
        }
        System.exit(holds ? 0 : 1);
    }

    private static boolean measure(Connection database, Process standIns) throws Exception {
        TimeUnit.SECONDS.sleep(WARM_UP_SECONDS);
        double busy = busySeconds(standIns);
        long looks = logIns(database);
        TimeUnit.SECONDS.sleep(MEASURED_SECONDS);
        double cost = (busySeconds(standIns) - busy) / (logIns(database) - looks);
        double share =
                cost * Sweep.DEVICES / USUAL_SECONDS / Runtime.getRuntime().availableProcessors();
        System.out.printf(
                Locale.ROOT,
                "a look costs %.1f ms of processor time; %d devices every five minutes take %.1f %% of this machine"
                        + " (aim: at most %.0f %%)%s%n",
                1000 * cost,
                Sweep.DEVICES,
                100 * share,
                100 * MOST_SHARE,
                share <= MOST_SHARE ? "" : "  MISSED");
        return share <= MOST_SHARE;
    }

    /** Of all processors and all processes but the stand-ins. */
    private static double busySeconds(Process standIns) throws IOException {
        return ProcessorTime.ofAll() - ProcessorTime.of(standIns.pid());
    }

    private static long logIns(Connection database) throws SQLException {
        try (Statement statement = database.createStatement();
                ResultSet row = statement.executeQuery("select coalesce(sum(uses), 0) from credential_use")) {
            row.next();
            return row.getLong(1);
        }
    }
}
