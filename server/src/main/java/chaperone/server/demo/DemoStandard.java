package chaperone.server.demo;

import chaperone.core.standard.Clause.Binding;
import chaperone.core.standard.Rule.Comparison;
import chaperone.server.standard.ClauseText;
import chaperone.server.standard.ClauseText.Kind;
import chaperone.server.standard.StandardText;
import chaperone.server.standard.Standards;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** What the ferries require of their switches. */
@Component
@Profile("demo")
class DemoStandard {
    private final Standards standards;

    DemoStandard(Standards standards) {
        this.standards = standards;
    }

    void publish(Collection<String> sites) {
        Map<String, Map<String, String>> values = sites.stream()
                .collect(Collectors.toMap(
                        Function.identity(),
                        site -> Map.of("log", site.equals("Dunsay") ? "203.0.113.20" : "198.51.100.20")));
        standards.inForce("access and logging", new StandardText(List.of(log(), tenant(), flood()), values), "r.anand");
    }

    private static ClauseText log() {
        return clause(
                "log", "the log server of the site", Binding.WARN, Kind.GOLDEN, Optional.of("log-server {{log}}\n"));
    }

    private static ClauseText tenant() {
        ClauseText plain =
                clause("no-bait-shop", "the bait shop has moved out", Binding.REFUSE, Kind.FORBIDDEN, Optional.empty());
        return new ClauseText(
                plain.tag(),
                plain.reason(),
                plain.binding(),
                plain.platform(),
                plain.scope(),
                plain.kind(),
                Optional.empty(),
                Optional.of("\"bait shop( \\d)?\"$"),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty());
    }

    private static ClauseText flood() {
        return new ClauseText(
                "flood",
                "a loop in the hall must not reach the quay",
                Binding.ADVISE,
                "corvane",
                "",
                Kind.FOR_EACH,
                Optional.empty(),
                Optional.of("^port "),
                Optional.of("^flood-limit "),
                Optional.of("^flood-limit (\\d+)$"),
                Optional.of(Comparison.AT_MOST),
                Optional.of(5L),
                Optional.of("flood-limit 5"));
    }

    private static ClauseText clause(String tag, String reason, Binding binding, Kind kind, Optional<String> text) {
        return new ClauseText(
                tag,
                reason,
                binding,
                "corvane",
                "",
                kind,
                text,
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty());
    }
}
