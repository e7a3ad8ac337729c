package chaperone.server.demo;

import chaperone.connect.Connector;
import chaperone.connect.Connector.Met;
import chaperone.connect.conversation.ConversationListener;
import chaperone.connect.conversation.Endpoint;
import chaperone.connect.conversation.Target;
import chaperone.server.account.AccountService;
import chaperone.server.account.Role;
import chaperone.server.callable.CallRules;
import chaperone.server.copy.CopyJobs;
import chaperone.server.credential.CredentialSets;
import chaperone.server.credential.CredentialSets.Entry;
import chaperone.server.fleet.Fleet;
import chaperone.server.hostkey.HostKeys;
import chaperone.server.lease.DeviceAccess;
import chaperone.server.pair.Pairs;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.routine.Routines;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.Collectors;
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
    /** All stand-ins live there. */
    private static final String RANGES = "127.20.0.0/16";

    private static final Logger LOG = LoggerFactory.getLogger(DemoData.class);
    private static final Map<String, String> SITES = Map.ofEntries(
            Map.entry("brkw", "Brackwater"),
            Map.entry("cairn", "Cairn Point"),
            Map.entry("duns", "Dunsay"),
            Map.entry("esth", "Eastholm"),
            Map.entry("fenn", "Fennick"),
            Map.entry("gull", "Gull Rock"),
            Map.entry("harr", "Harrowby"),
            Map.entry("inch", "Inchmore"),
            Map.entry("ald", "Aldermouth"),
            Map.entry("mv-avocet", "MV Avocet"),
            Map.entry("mv-bittern", "MV Bittern"),
            Map.entry("mv-curlew", "MV Curlew"),
            Map.entry("mv-dunlin", "MV Dunlin"),
            Map.entry("mv-eider", "MV Eider"),
            Map.entry("mv-fulmar", "MV Fulmar"),
            Map.entry("mv-gannet", "MV Gannet"),
            Map.entry("mv-heron", "MV Heron"),
            Map.entry("mv-ibis", "MV Ibis"));
    private static final Map<String, String> SET_OF_MAKER =
            Map.of("Corvane", "switches", "Altamont", "routers", "Brisling", "firewalls", "Pellon", "ships");
    private static final int AT_ONCE = 6;
    private static final String ZONE = "Europe/Dublin";

    /** A switch that waits to be brought in was replaced since somebody talked to it: its key is another now. */
    private static final String REPLACED = "127.20.8.22";

    /** Others are proposed, and wait for somebody's word. */
    private static final Map<String, String> PAIRS = Map.of("brkw-core-1", "brkw-core-2", "ald-rtr-1", "ald-rtr-2");

    private static final String FORMER_KEY = "SHA256:4wL2gXo0vUe3kRz7TqYcJm8BdHs1pNf6iAa5xKEtQZM";

    private final AccountService accounts;
    private final CredentialSets credentials;
    private final HostKeys keys;
    private final Fleet fleet;
    private final Pairs pairs;
    private final DemoPast past;
    private final CopyJobs jobs;
    private final Routines routines;
    private final Connector connector;
    private final DeviceAccess access;
    private final PlatformRegistry platforms;
    private final CallRules rules;
    private final DemoChanges changes;
    private final DemoStandards standards;
    private final DemoTemplates templates;
    private final DemoStandingRules standing;
    private final DemoSoftware software;
    private final DemoTogether together;
    private final Clock clock;
    private final Path history;
    private final int port;

    DemoData(
            AccountService accounts,
            CredentialSets credentials,
            HostKeys keys,
            Fleet fleet,
            Pairs pairs,
            DemoPast past,
            CopyJobs jobs,
            Routines routines,
            Connector connector,
            DeviceAccess access,
            PlatformRegistry platforms,
            CallRules rules,
            DemoChanges changes,
            DemoStandards standards,
            DemoTemplates templates,
            DemoStandingRules standing,
            DemoSoftware software,
            DemoTogether together,
            Clock clock,
            @Value("${chaperone.demo.history}") Path history,
            @Value("${chaperone.demo.port}") int port) {
        this.accounts = accounts;
        this.credentials = credentials;
        this.keys = keys;
        this.fleet = fleet;
        this.pairs = pairs;
        this.past = past;
        this.jobs = jobs;
        this.routines = routines;
        this.connector = connector;
        this.access = access;
        this.platforms = platforms;
        this.rules = rules;
        this.changes = changes;
        this.standards = standards;
        this.templates = templates;
        this.standing = standing;
        this.software = software;
        this.together = together;
        this.clock = clock;
        this.history = history;
        this.port = port;
    }

    @Override
    public void run(ApplicationArguments arguments) throws IOException {
        if (!accounts.isEmpty()) return;
        rules.allow(new CallRules.Rule(RANGES, Set.of(port), ""));
        SITES.forEach(fleet::addSite);
        keys.pin(REPLACED, port, FORMER_KEY, clock.instant().minus(Duration.ofDays(40)));
        Map<String, Long> sets = SET_OF_MAKER.entrySet().stream()
                .collect(Collectors.toMap(Map.Entry::getKey, entry -> addSet(entry.getKey(), entry.getValue())));
        standards.publish(SITES.values());
        bringIn(Files.readAllLines(history.resolve("known.txt")), sets);
        past.account();
        changes.agree();
        jobs.start(fleet.choose(List.of()), true, "r.anand");
        standards.except();
        standards.publishOnAnswers();
        templates.keep();
        standing.keep();
        software.choose(history.resolve("images"));
        PAIRS.forEach((first, second) -> pairs.confirm(first, second, "r.anand"));
        software.renew();
        changes.change();
        changes.draft();
        routines.write("nightly copies", "daily 02:30", ZONE, "", "r.anand");
        routines.write("firewalls", "hourly :15", ZONE, "platform is brisling", "r.anand");
        addAccounts();
        together.begin();
        LOG.info("Demo data loaded");
    }

    private long addSet(String maker, String name) {
        boolean isSwitch = maker.equals("Corvane");
        return credentials.add(Entry.simple(
                name,
                "all " + maker + " devices",
                "chaperone",
                "harbour-light-7",
                isSwitch ? "tide-table-9" : "",
                RANGES));
    }

    /** Several at once: each is met for real, and most of the time is waiting for it. */
    private void bringIn(List<String> known, Map<String, Long> sets) {
        ExecutorService workers = Executors.newFixedThreadPool(AT_ONCE);
        try {
            List<CompletableFuture<Void>> all = known.stream()
                    .map(line -> line.split(" "))
                    .map(words ->
                            CompletableFuture.runAsync(() -> inTurn(words[0], words[1], sets.get(words[2])), workers))
                    .toList();
            all.forEach(CompletableFuture::join);
        } finally {
            workers.shutdown();
        }
    }

    /** A look between copies would otherwise store the newest revision before its past. */
    private void inTurn(String name, String address, long set) {
        access.take("", address, port, () -> bringIn(name, address, set));
    }

    private void bringIn(String name, String address, long set) {
        Endpoint endpoint = new Endpoint(address, port);
        Target target = new Target(endpoint, credentials.open(set, endpoint, ""), Optional.empty());
        Met met = connector.meet(target, platforms.toMeetWith(Optional.empty()), ConversationListener.NONE);
        fleet.admit(target, met, set);
        past.of(name, history.resolve(name));
    }

    /** Last of all: they are the sign that everything is there. */
    private void addAccounts() {
        accounts.add("a.keel", "A. Keel", Role.ADMINISTRATOR, "demo-administrator");
        accounts.add("t.lindgren", "T. Lindgren", Role.APPROVER, "demo-approver");
        accounts.add("watch", "Watch desk", Role.VIEWER, "demo-viewer");
        accounts.add("r.anand", "R. Anand", Role.ENGINEER, "demo-engineer");
    }
}
