package chaperone.server.tryout;

import chaperone.core.standard.Clause;
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
import chaperone.server.revision.Revision;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** How a text would have judged the devices since a moment, from the revisions that are kept; nothing is kept of it. */
@Component
class PastTrial {
    /** Each is judged by every clause that is for its device. */
    private static final int MOST_REVISIONS = 2000;

    private final Fleet fleet;
    private final History history;
    private final ClauseScopes scopes;
    private final Judges judges;

    /** A device that would have failed; {@code until} is absent if it would fail now. */
    record PastFailure(String device, String site, Instant from, Optional<Instant> until) {}

    /** The first to begin first. */
    record PastClause(String tag, List<PastFailure> failures) {}

    /**
     * What came of it.
     *
     * @param revisions how many were judged
     * @param isWhole whether these were all
     */
    record PastTrialView(Instant from, int revisions, boolean isWhole, List<PastClause> clauses) {}

    PastTrial(Fleet fleet, History history, ClauseScopes scopes, Judges judges) {
        this.fleet = fleet;
        this.history = history;
        this.scopes = scopes;
        this.judges = judges;
    }

    /** Part of a transaction. Clauses on what is known of a device as a whole have no past and are left out. */
    PastTrialView of(StandardText text, Instant from) {
        Map<String, List<PastFailure>> failures = new LinkedHashMap<>();
        text.clauses().stream()
                .filter(clause -> clause.kind() != ClauseText.Kind.KNOWN)
                .forEach(clause -> failures.put(clause.tag(), new ArrayList<>()));
        Map<String, Clause> rules =
                text.clauses().stream().collect(Collectors.toMap(ClauseText::tag, ClauseText::clause));
        int judged = 0;
        boolean isWhole = true;
        for (Device device : fleet.choose(List.of())) {
            List<Clause> asked = scopes.asked(device, text.clauses()).stream()
                    .filter(clause -> failures.containsKey(clause.tag()))
                    .map(clause -> rules.get(clause.tag()))
                    .toList();
            if (asked.isEmpty()) continue;
            List<Revision> revisions = history.since(device, ConfigKind.RUNNING, from);
            isWhole &= judged + revisions.size() <= MOST_REVISIONS;
            if (!isWhole) break;
            judged += revisions.size();
            judge(device, revisions, asked, text.valuesAt(device.siteName()), from, failures);
        }
        List<PastClause> clauses = failures.entrySet().stream()
                .map(each -> new PastClause(each.getKey(), sorted(each.getValue())))
                .toList();
        return new PastTrialView(from, judged, isWhole, clauses);
    }

    private static List<PastFailure> sorted(List<PastFailure> failures) {
        return failures.stream()
                .sorted(Comparator.comparing(PastFailure::from).thenComparing(PastFailure::device))
                .toList();
    }

    private void judge(
            Device device,
            List<Revision> revisions,
            List<Clause> asked,
            Map<String, String> values,
            Instant from,
            Map<String, List<PastFailure>> failures) {
        Map<String, Instant> failing = new HashMap<>();
        for (Revision revision : revisions) {
            Instant at = revision.firstCopyAt().isBefore(from) ? from : revision.firstCopyAt();
            String whole =
                    history.get(device, ConfigKind.RUNNING, revision.number()).whole();
            Judge judge = judges.ofText(device, whole).apply(values);
            for (Clause clause : asked) {
                boolean fails = judge.verdict(clause).kind() == Kind.FAIL;
                if (fails) failing.putIfAbsent(clause.tag(), at);
                else if (failing.containsKey(clause.tag()))
                    failures.get(clause.tag()).add(failure(device, failing.remove(clause.tag()), Optional.of(at)));
            }
        }
        failing.forEach((tag, since) -> failures.get(tag).add(failure(device, since, Optional.empty())));
    }

    private static PastFailure failure(Device device, Instant from, Optional<Instant> until) {
        return new PastFailure(device.name(), device.siteName(), from, until);
    }
}
