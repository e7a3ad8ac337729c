package chaperone.server.support;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.standins.StandIns;
import chaperone.standins.demo.DemoFleet;
import chaperone.standins.demo.DemoStart;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.util.Collection;
import java.util.Map;
import java.util.Optional;

/** A server process that is killed and started again while its stand-ins go on. */
public final class KillableServer implements AutoCloseable {
    private static final String APPROVER_PASSWORD = "gangway-and-tide-9";

    private final String database = TestPostgres.freshDatabase();
    private final Path key = TestServer.keyFile();
    private final StandIns standIns;
    private final int port;
    private final int devicePort;
    private final Api admin;
    private final Api approver;
    private Process process;

    /** @param downtime how long a stand-in is away when it restarts */
    public KillableServer(int devicePort, Duration downtime) throws IOException {
        this.devicePort = devicePort;
        port = ServerProcess.freePort();
        process = ServerProcess.start(database, key, port);
        standIns = new StandIns(new InetSocketAddress("127.0.0.1", 9), Clock.systemUTC(), downtime);
        DemoStart.start(
                standIns, devicePort, Optional.empty(), Clock.systemUTC().instant());
        admin = new Api(address()).logIn("admin", TestServer.PASSWORD);
        Map<String, String> account =
                Map.of("name", "approver", "fullName", "Approver", "role", "APPROVER", "password", APPROVER_PASSWORD);
        assertThat(admin.post("/api/accounts", account).status()).isIn(200, 201, 204);
        approver = new Api(address()).logIn("approver", APPROVER_PASSWORD);
    }

    public String address() {
        return "http://127.0.0.1:" + port;
    }

    public Api admin() {
        return admin;
    }

    public Api approver() {
        return approver;
    }

    public StandIns standIns() {
        return standIns;
    }

    /** Brings these devices in, each with what it runs saved. */
    public void bringIn(Collection<String> devices) {
        admin.allowCalls(devicePort);
        long set = admin.makeCredentialSet("all", DemoFleet.ACCOUNT, DemoFleet.PASSWORD, DemoFleet.ADMIN_PASSWORD);
        devices.forEach(name -> standIns.get(name).device().save());
        String list = FourFamilies.list(devices, standIns::get);
        admin.awaitJob(admin.post(
                        "/api/imports", Map.of("csv", list, "credentialSet", set, "port", devicePort, "listName", ""))
                .json(202)
                .get("job")
                .asLong());
        devices.forEach(admin::copy);
    }

    /** As {@code kill -9} does, and started again. */
    public void kill() throws IOException, InterruptedException {
        end();
        begin();
    }

    public void end() throws InterruptedException {
        process.destroyForcibly().waitFor();
    }

    /** At the same port, with the same database. */
    public void begin() throws IOException {
        process = ServerProcess.start(database, key, port);
    }

    @Override
    public void close() {
        process.destroyForcibly().onExit().join();
        standIns.close();
    }
}
