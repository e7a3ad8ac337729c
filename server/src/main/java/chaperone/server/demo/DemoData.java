package chaperone.server.demo;

import chaperone.connect.Connector;
import chaperone.connect.Connector.Met;
import chaperone.connect.Connector.Target;
import chaperone.connect.Endpoint;
import chaperone.core.config.ConfigBytes;
import chaperone.core.platform.Platforms;
import chaperone.server.account.AccountService;
import chaperone.server.account.Role;
import chaperone.server.copy.CopyJobs;
import chaperone.server.copy.CopyStore;
import chaperone.server.fleet.CredentialSets;
import chaperone.server.fleet.Fleet;
import chaperone.server.fleet.HostKeys;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.context.annotation.Profile;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/**
 * Fills an empty product with Tern Island Ferries. Devices are met for real; their past comes from files that the
 * stand-ins wrote, one for each time that their configuration changed.
 */
@Component
@Profile("demo")
@Order(2)
class DemoData implements ApplicationRunner {
    private static final Logger LOG = LoggerFactory.getLogger(DemoData.class);
    private static final Map<String, String> SITES = Map.of(
            "brkw",
            "Brackwater",
            "cairn",
            "Cairn Point",
            "duns",
            "Dunsay",
            "esth",
            "Eastholm",
            "fenn",
            "Fennick",
            "gull",
            "Gull Rock",
            "harr",
            "Harrowby",
            "inch",
            "Inchmore");

    /** A switch that waits to be brought in was replaced since somebody talked to it: its key is another now. */
    private static final String REPLACED = "127.20.8.22";

    private static final String FORMER_KEY = "SHA256:4wL2gXo0vUe3kRz7TqYcJm8BdHs1pNf6iAa5xKEtQZM";

    private final AccountService accounts;
    private final CredentialSets credentials;
    private final HostKeys keys;
    private final Fleet fleet;
    private final CopyStore copies;
    private final CopyJobs jobs;
    private final Connector connector;
    private final Platforms platforms;
    private final Clock clock;
    private final Path history;
    private final int port;

    DemoData(
            AccountService accounts,
            CredentialSets credentials,
            HostKeys keys,
            Fleet fleet,
            CopyStore copies,
            CopyJobs jobs,
            Connector connector,
            Platforms platforms,
            Clock clock,
            @Value("${chaperone.demo.history}") Path history,
            @Value("${chaperone.demo.port}") int port) {
        this.accounts = accounts;
        this.credentials = credentials;
        this.keys = keys;
        this.fleet = fleet;
        this.copies = copies;
        this.jobs = jobs;
        this.connector = connector;
        this.platforms = platforms;
        this.clock = clock;
        this.history = history;
        this.port = port;
    }

    @Override
    public void run(ApplicationArguments arguments) throws IOException {
        if (!accounts.isEmpty()) return;
        SITES.forEach(fleet::addSite);
        keys.pin(REPLACED, port, FORMER_KEY, clock.instant().minus(Duration.ofDays(40)));
        long set = credentials.add(new CredentialSets.Entry(
                "switches",
                "all Corvane switches",
                "chaperone",
                Optional.of("harbour-light-7"),
                Optional.of("tide-table-9")));
        for (String line : Files.readAllLines(history.resolve("known.txt"))) {
            String[] nameAndAddress = line.split(" ");
            bringIn(nameAndAddress[0], nameAndAddress[1], set);
        }
        jobs.start(fleet.choose(List.of()), true, "r.anand");
        addAccounts();
        LOG.info("Demo data loaded");
    }

    private void bringIn(String name, String address, long set) throws IOException {
        Target target = new Target(new Endpoint(address, port), credentials.open(set), Optional.empty());
        Met met = connector.meet(target, platforms.all(), session -> {});
        fleet.admit(target, met, set, "", "");
        long device = fleet.get(name).id();
        for (Path file : past(name)) {
            Instant at = Instant.ofEpochSecond(
                    Long.parseLong(file.getFileName().toString().replace(".conf", "")));
            copies.storePast(device, ConfigBytes.decode(Files.readAllBytes(file)), at);
        }
    }

    private List<Path> past(String name) throws IOException {
        try (Stream<Path> files = Files.list(history.resolve(name))) {
            return files.sorted().toList();
        }
    }

    /** Last of all: they are the sign that everything is there. */
    private void addAccounts() {
        accounts.add("a.keel", "A. Keel", Role.ADMINISTRATOR, "demo-administrator");
        accounts.add("t.lindgren", "T. Lindgren", Role.APPROVER, "demo-approver");
        accounts.add("watch", "Watch desk", Role.VIEWER, "demo-viewer");
        accounts.add("r.anand", "R. Anand", Role.ENGINEER, "demo-engineer");
    }
}
