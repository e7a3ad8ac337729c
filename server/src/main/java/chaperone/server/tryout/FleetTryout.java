package chaperone.server.tryout;

import chaperone.core.standard.Judge;
import chaperone.core.standard.Verdict.Kind;
import chaperone.server.clause.ClauseText;
import chaperone.server.clause.StandardText;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.judge.ClauseScopes;
import chaperone.server.judge.Judges;
import chaperone.server.revision.ConfigKind;
import chaperone.server.revision.History;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import org.springframework.stereotype.Component;

/** How a text that is being written would judge the fleet. */
@Component
class FleetTryout {
    private final Fleet fleet;
    private final History history;
    private final ClauseScopes scopes;
    private final Judges judges;

    /** How a clause would judge the fleet. */
    record FleetTrialView(String tag, long pass, long fail, long notKnown, long notAsked, List<String> failing) {}

    /** What one clause has found so far. */
    private static final class Count {
        private final long[] verdicts = new long[Kind.values().length];
        private final List<String> failing = new ArrayList<>();
        private long notAsked;

        void add(Device device, Kind kind) {
            verdicts[kind.ordinal()]++;
            if (kind == Kind.FAIL) failing.add(device.name());
        }

        FleetTrialView view(String tag) {
            return new FleetTrialView(
                    tag,
                    verdicts[Kind.PASS.ordinal()],
                    verdicts[Kind.FAIL.ordinal()],
                    verdicts[Kind.NOT_KNOWN.ordinal()],
                    notAsked,
                    failing);
        }
    }

    FleetTryout(Fleet fleet, History history, ClauseScopes scopes, Judges judges) {
        this.fleet = fleet;
        this.history = history;
        this.scopes = scopes;
        this.judges = judges;
    }

    /** In the order of the clauses; devices that were never copied are not counted. Part of a transaction. */
    List<FleetTrialView> of(StandardText text) {
        Map<String, Count> counts = new HashMap<>();
        text.clauses().forEach(clause -> counts.put(clause.tag(), new Count()));
        for (Device device : fleet.choose(List.of())) {
            history.find(device, ConfigKind.RUNNING).ifPresent(running -> count(device, running.whole(), text, counts));
        }
        return text.clauses().stream()
                .map(clause -> counts.get(clause.tag()).view(clause.tag()))
                .toList();
    }

    private void count(Device device, String running, StandardText text, Map<String, Count> counts) {
        Predicate<ClauseText> isFor = scopes.of(device);
        Judge judge = judges.of(device, running, text.valuesAt(device.siteName()), text.clauses().stream());
        for (ClauseText clause : text.clauses()) {
            Count count = counts.get(clause.tag());
            if (isFor.test(clause))
                count.add(device, judge.verdict(clause.clause()).kind());
            else count.notAsked++;
        }
    }
}
