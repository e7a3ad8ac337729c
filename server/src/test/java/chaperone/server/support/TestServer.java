package chaperone.server.support;

import chaperone.server.ChaperoneServer;
import chaperone.server.account.AccountService;
import chaperone.server.account.Role;
import chaperone.server.fleet.CredentialSets;
import chaperone.standins.StandIn;
import chaperone.standins.StandIns;
import chaperone.standins.demo.DemoFleet;
import chaperone.standins.demo.DemoStart;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetSocketAddress;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;

/** The real server on a database of its own, with the demo's stand-ins; one for each test class that wants one. */
public final class TestServer implements AutoCloseable {
    public static final String PASSWORD = "a long enough password";

    private final ConfigurableApplicationContext context;
    private final StandIns standIns;
    private final int devicePort;
    private final long credentialSet;

    private TestServer(ConfigurableApplicationContext context, StandIns standIns, int devicePort) {
        this.context = context;
        this.standIns = standIns;
        this.devicePort = devicePort;
        AccountService accounts = context.getBean(AccountService.class);
        for (Role role : Role.values()) {
            accounts.add(role.name().toLowerCase(java.util.Locale.ROOT), role + " of the tests", role, PASSWORD);
        }
        this.credentialSet = context.getBean(CredentialSets.class)
                .add(new CredentialSets.Entry(
                        "switches",
                        "",
                        DemoFleet.ACCOUNT,
                        Optional.of(DemoFleet.PASSWORD),
                        Optional.of(DemoFleet.ADMIN_PASSWORD)));
    }

    /** @param devicePort where the stand-ins listen; each test class takes its own */
    public static TestServer start(int devicePort, String... settings) {
        StandIns standIns =
                new StandIns(new InetSocketAddress("127.0.0.1", 9), Clock.systemUTC(), Duration.ofMillis(100));
        DemoStart.start(
                standIns, devicePort, Optional.empty(), Clock.systemUTC().instant());
        List<String> arguments = new ArrayList<>(arguments(TestPostgres.freshDatabase(), keyFile(), 0));
        arguments.addAll(List.of(settings));
        return new TestServer(
                SpringApplication.run(ChaperoneServer.class, arguments.toArray(String[]::new)), standIns, devicePort);
    }

    /** What a server of the tests is started with, short patience above all; port 0 is any free one. */
    public static List<String> arguments(String database, Path keyFile, int port) {
        return List.of(
                "--server.port=" + port,
                "--spring.datasource.url=" + database,
                "--spring.datasource.username=postgres",
                "--chaperone.key-file=" + keyFile,
                "--chaperone.patience.connect=1s",
                "--chaperone.patience.prompt=1s",
                "--chaperone.patience.silence=2s",
                "--db-scheduler.polling-interval=200ms",
                "--db-scheduler.heartbeat-interval=500ms",
                "--spring.main.banner-mode=off");
    }

    public static Path keyFile() {
        try {
            return Files.write(Files.createTempFile("chaperone", ".key"), new byte[32]);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    public String address() {
        return "http://127.0.0.1:" + context.getEnvironment().getProperty("local.server.port");
    }

    public ConfigurableApplicationContext context() {
        return context;
    }

    public StandIns standIns() {
        return standIns;
    }

    public StandIn standIn(String name) {
        return standIns.get(name);
    }

    public int devicePort() {
        return devicePort;
    }

    /** The number of the set that fits the stand-ins. */
    public long credentialSet() {
        return credentialSet;
    }

    /** Somebody of this role, logged in. */
    public Api as(Role role) {
        return new Api(address()).logIn(role.name().toLowerCase(java.util.Locale.ROOT), PASSWORD);
    }

    @Override
    public void close() {
        context.close();
        standIns.close();
    }
}
