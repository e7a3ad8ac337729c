package chaperone.server.support;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.ChaperoneServer;
import chaperone.server.account.AccountService;
import chaperone.server.account.Role;
import chaperone.server.callable.CallRules;
import chaperone.server.credential.CredentialSets;
import chaperone.server.credential.CredentialSets.Entry;
import chaperone.standins.StandIn;
import chaperone.standins.StandIns;
import chaperone.standins.control.ControlServer;
import chaperone.standins.demo.DemoFleet;
import chaperone.standins.demo.DemoStart;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetSocketAddress;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import java.util.function.BooleanSupplier;
import java.util.stream.Stream;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.context.logging.LoggingApplicationListener;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** The real server on a database of its own, with the demo's stand-ins; one for each test class that wants one. */
public final class TestServer implements AutoCloseable {
    /** All stand-ins live there. */
    public static final String RANGES = "127.20.0.0/15";

    public static final String PASSWORD = "a long enough password";

    /** For what the first server of a process does for all of them. */
    private static final Object ONCE = new Object();

    private static boolean hasLogging;

    /** What the stand-ins are at their start, worked out once in a process: their keys and their past take a while. */
    private static Optional<Path> state = Optional.empty();

    private ConfigurableApplicationContext context;
    private final StandIns standIns;
    private final Optional<ControlServer> control;
    private final int devicePort;
    private final long credentialSet;

    private TestServer(
            ConfigurableApplicationContext context,
            StandIns standIns,
            Optional<ControlServer> control,
            int devicePort,
            long credentialSet) {
        this.context = context;
        this.standIns = standIns;
        this.control = control;
        this.devicePort = devicePort;
        this.credentialSet = credentialSet;
    }

    /** An empty product with an account for each role and one credential set. */
    public static TestServer start(int devicePort) {
        return start(devicePort, List.of());
    }

    /** The same for tests that have devices fall silent: it waits half as long for them, which is enough on an idle machine. */
    public static TestServer startImpatient(int devicePort) {
        return start(
                devicePort,
                Stream.of("connect", "prompt", "silence")
                        .map(wait -> "--chaperone.patience." + wait + "=4s")
                        .toList());
    }

    private static TestServer start(int devicePort, List<String> settings) {
        StandIns standIns = standIns(devicePort);
        ConfigurableApplicationContext context = run(settings);
        AccountService accounts = context.getBean(AccountService.class);
        for (Role role : Role.values()) accounts.add(nameOf(role), role + " of the tests", role, PASSWORD);
        long set = context.getBean(CredentialSets.class)
                .add(Entry.simple(
                        "switches", "", DemoFleet.ACCOUNT, DemoFleet.PASSWORD, DemoFleet.ADMIN_PASSWORD, RANGES));
        allowCalls(context, devicePort);
        return new TestServer(context, standIns, Optional.empty(), devicePort, set);
    }

    private static void allowCalls(ConfigurableApplicationContext context, int devicePort) {
        context.getBean(CallRules.class).allow(new CallRules.Rule(RANGES, Set.of(devicePort), ""));
    }

    /** The product as the demo starts it, with its made-up past. */
    public static TestServer startDemo(int devicePort) {
        return DemoTemplate.start(devicePort);
    }

    static TestServer of(ConfigurableApplicationContext context, StandIns standIns, ControlServer control, int port) {
        return new TestServer(context, standIns, Optional.of(control), port, 1);
    }

    /** @param devicePort where the stand-ins listen; each test class takes its own */
    private static StandIns standIns(int devicePort) {
        Instant now = Clock.systemUTC().instant();
        synchronized (ONCE) {
            if (state.isEmpty()) {
                StandIns first = standIns(devicePort, Optional.empty(), now);
                state = Optional.of(freshFolder());
                DemoStart.keep(first, state.get());
                return first;
            }
        }
        return standIns(devicePort, state, now);
    }

    private static Path freshFolder() {
        try {
            return TempFolders.fresh("chaperone-state");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** @param now what the past of their configurations goes back from */
    static StandIns standIns(int devicePort, Optional<Path> state, Instant now) {
        StandIns standIns =
                // Their log messages go to the UDP port of the same number, where a test may listen.
                new StandIns(new InetSocketAddress("127.0.0.1", devicePort), Clock.systemUTC(), Duration.ofMillis(100));
        DemoStart.start(standIns, devicePort, state, now);
        return standIns;
    }

    private static ConfigurableApplicationContext run(List<String> settings) {
        return run(TestPostgres.freshDatabase(), settings);
    }

    static ConfigurableApplicationContext run(String database, List<String> settings) {
        List<String> arguments = new ArrayList<>(arguments(database, keyFile(), 0));
        arguments.removeIf(
                argument -> settings.stream().anyMatch(setting -> keyOf(setting).equals(keyOf(argument))));
        arguments.addAll(settings);
        return boot(arguments);
    }

    private static String keyOf(String setting) {
        return setting.substring(0, setting.indexOf('='));
    }

    /** Logging is set up for the whole process, and not by two servers that start at the same moment: the first one does it. */
    private static ConfigurableApplicationContext boot(List<String> arguments) {
        SpringApplication application = new SpringApplication(ChaperoneServer.class);
        synchronized (ONCE) {
            if (!hasLogging) {
                hasLogging = true;
                return application.run(arguments.toArray(String[]::new));
            }
        }
        application.setListeners(application.getListeners().stream()
                .filter(listener -> !(listener instanceof LoggingApplicationListener))
                .toList());
        return application.run(arguments.toArray(String[]::new));
    }

    /** Ends the server and starts it again on the same database; the stand-ins go on. */
    public void restart() {
        String database = context.getEnvironment().getProperty("spring.datasource.url", "");
        Path key = Path.of(context.getEnvironment().getProperty("chaperone.key-file", ""));
        context.close();
        context = boot(arguments(database, key, 0));
    }

    /** Another server process on the same database, as far as one JVM can have two; the caller ends it. */
    public ConfigurableApplicationContext beside() {
        String database = context.getEnvironment().getProperty("spring.datasource.url", "");
        Path key = Path.of(context.getEnvironment().getProperty("chaperone.key-file", ""));
        return boot(arguments(database, key, 0));
    }

    public static String addressOf(ConfigurableApplicationContext context) {
        return "http://127.0.0.1:" + context.getEnvironment().getProperty("local.server.port");
    }

    /** Brings devices in from a list, as an engineer does; all of them come in. */
    public void bringIn(Api engineer, String csv) {
        Map<String, Object> list =
                Map.of("csv", csv, "credentialSet", credentialSet, "port", devicePort, "listName", "");
        long job = engineer.post("/api/imports", list).json(202).get("job").asLong();
        JsonNode states = engineer.awaitJob(job).get("states");
        assertThat(states.get("FAILED").asInt())
                .as(() -> engineer.get("/api/jobs/" + job + "/lines").json(200).toString())
                .isZero();
    }

    private static String nameOf(Role role) {
        return role.name().toLowerCase(Locale.ROOT);
    }

    /** What a server of the tests is started with; port 0 is any free one. */
    public static List<String> arguments(String database, Path keyFile, int port) {
        return List.of(
                "--server.port=" + port,
                "--spring.datasource.url=" + database,
                "--spring.datasource.username=postgres",
                "--chaperone.key-file=" + keyFile,
                "--chaperone.git.folder=" + keyFile + "-git",
                // Devices are looked at only when a test asks for it.
                "--chaperone.reading=false",
                "--chaperone.routines=false",
                // A machine that has much else to do starts the first conversations of a process slowly.
                "--chaperone.patience.connect=8s",
                "--chaperone.patience.prompt=8s",
                "--chaperone.patience.silence=8s",
                "--chaperone.run.lease-wait=10s",
                "--chaperone.rollout.return-wait=15s",
                "--chaperone.rollout.settle-wait=5s",
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
        return addressOf(context);
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

    /** Nobody looks at the devices by the clock: what a test copies is all that is known of them. */
    public TestServer withoutReadings() {
        context.getBean(JdbcClient.class)
                .sql("update reading_plan set is_on = false")
                .update();
        return this;
    }

    /** Somebody of this role, logged in. */
    public Api as(Role role) {
        return new Api(address()).logIn(nameOf(role), PASSWORD);
    }

    @Override
    public void close() {
        context.close();
        control.ifPresent(ControlServer::close);
        standIns.close();
    }

    /** @throws AssertionError after a minute, which a busy machine may need */
    public static void await(BooleanSupplier condition, String what) {
        long deadline = System.nanoTime() + TimeUnit.MINUTES.toNanos(1);
        while (!condition.getAsBoolean()) {
            if (System.nanoTime() > deadline) throw new AssertionError("Not within a minute: " + what);
            LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(10));
        }
    }
}
