package chaperone.server.callable;

import chaperone.connect.conversation.CallRule;
import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.Endpoint;
import chaperone.connect.conversation.FailureKind;
import chaperone.core.address.AddressScope;
import chaperone.core.address.ListProblem;
import chaperone.core.platform.Dialogue;
import chaperone.core.platform.Platform;
import chaperone.core.platform.ShellDialogue;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.problem.ProblemException;
import java.security.cert.X509Certificate;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** The ranges and ports that an administrator allows; asked before each connection, over all server processes. */
@Component
public class CallRules implements CallRule {
    /** How late a process may learn that another one was told of a new rule. */
    private static final Duration KNOWN_FOR = Duration.ofSeconds(1);

    private final JdbcClient database;
    private final ObjectProvider<PlatformRegistry> platforms;
    private final Clock clock;
    private volatile Optional<Known> known = Optional.empty();

    /**
     * @param ranges one a line, as in {@link AddressScope}
     * @param ports besides those at which platforms are usually reached
     * @param authorities their certificates (PEM), one after the other
     */
    public record Rule(String ranges, Set<Integer> ports, String authorities) {}

    private record Known(AddressScope scope, Set<Integer> ports, List<X509Certificate> authorities, Instant until) {}

    CallRules(JdbcClient database, ObjectProvider<PlatformRegistry> platforms, Clock clock) {
        this.database = database;
        this.platforms = platforms;
        this.clock = clock;
    }

    public Rule rule() {
        return database.sql("select ranges, ports, authorities from call_rule")
                .query((row, number) ->
                        new Rule(row.getString("ranges"), ports(row.getString("ports")), row.getString("authorities")))
                .single();
    }

    /** @throws ProblemException that names the line that is no range or no certificate */
    public void allow(Rule rule) {
        scope(rule.ranges(), "ranges");
        CertificateAuthorities.read(rule.authorities());
        database.sql("update call_rule set ranges = ?, ports = ?, authorities = ?")
                .params(
                        rule.ranges(),
                        new TreeSet<>(rule.ports())
                                .stream().map(String::valueOf).collect(Collectors.joining(",")),
                        rule.authorities())
                .update();
        known = Optional.empty();
    }

    @Override
    public void check(Endpoint endpoint) {
        reason(endpoint).ifPresent(why -> {
            throw new ConversationException(FailureKind.NOT_CALLABLE, endpoint, why);
        });
    }

    @Override
    public List<X509Certificate> authorities() {
        return known().authorities();
    }

    /** Why this place may not be called; nothing if it may. */
    public Optional<String> reason(Endpoint endpoint) {
        Known now = known();
        if (!now.ports().contains(endpoint.port()))
            return Optional.of("port " + endpoint.port() + " is not among the ports");
        return HostAddresses.allIn(endpoint.host(), now.scope())
                ? Optional.empty()
                : Optional.of(endpoint.host() + " is not among the ranges");
    }

    /** @throws ProblemException with the line that is no range */
    public static AddressScope scope(String ranges, String field) {
        return AddressScope.read(ranges).orThrow(problems -> {
            ListProblem first = problems.get(0);
            return new ProblemException(
                    HttpStatus.UNPROCESSABLE_CONTENT,
                    "malformed-ranges",
                    "Line " + (first.line() + 1) + ": " + first.message() + ".",
                    "Nothing was kept. Write an address, a first and a last one, or a prefix in each line.",
                    Map.of("field", field, "line", first.line()));
        });
    }

    private Known known() {
        Instant now = clock.instant();
        Optional<Known> before = known.filter(each -> each.until().isAfter(now));
        if (before.isPresent()) return before.get();
        Rule rule = rule();
        Set<Integer> ports = new TreeSet<>(rule.ports());
        platforms.getObject().current().all().stream()
                .flatMap(CallRules::usualPorts)
                .forEach(ports::add);
        Known fresh = new Known(
                scope(rule.ranges(), "ranges"),
                ports,
                CertificateAuthorities.read(rule.authorities()),
                now.plus(KNOWN_FOR));
        known = Optional.of(fresh);
        return fresh;
    }

    /** As the registry of service names has them (RFC 6335): ssh, telnet, https, netconf-ssh. */
    private static Stream<Integer> usualPorts(Platform platform) {
        if (platform.dialogue() instanceof Dialogue.Https) return Stream.of(443);
        if (platform.dialogue() instanceof ShellDialogue shell) {
            return shell.telnet().isPresent() ? Stream.of(22, 23) : Stream.of(22);
        }
        return Stream.of(830, 22);
    }

    private static Set<Integer> ports(String stored) {
        return Stream.of(stored.split(","))
                .filter(port -> !port.isEmpty())
                .map(Integer::valueOf)
                .collect(Collectors.toCollection(TreeSet::new));
    }
}
