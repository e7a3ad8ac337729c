package chaperone.server.finding;

import chaperone.core.standard.Clause.Binding;
import chaperone.server.clause.ClauseText;
import chaperone.server.clause.ClauseText.Severity;
import chaperone.server.finding.StandardResults.DeviceResult;
import chaperone.server.fleet.Device;
import chaperone.server.standard.Standards;
import chaperone.server.standard.Standards.InForce;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** What every clause that is for a device says of it. */
@Component
class DeviceVerdicts {
    /** Of all standards. */
    private static final int MOST = 10_000;

    private final Standards standards;
    private final ResultReader results;
    private final FindingList findings;

    /** @param words of the clause for this outcome */
    record VerdictView(
            String tag,
            Optional<String> group,
            String reason,
            Severity severity,
            Binding binding,
            Outcome outcome,
            Optional<String> words,
            Optional<FindingRow> finding) {}

    /**
     * A standard's verdicts on a device.
     *
     * @param number of the text by which it was judged; {@code isNewest} if that is the one in force
     * @param notAsked how many of its clauses are not for the device
     */
    record StandardVerdicts(
            String standard,
            int number,
            boolean isNewest,
            int revision,
            Instant judgedAt,
            long notAsked,
            List<VerdictView> verdicts) {}

    DeviceVerdicts(Standards standards, ResultReader results, FindingList findings) {
        this.standards = standards;
        this.results = results;
        this.findings = findings;
    }

    /** Part of a transaction. Standards that have not judged the device yet are left out. */
    List<StandardVerdicts> of(Device device) {
        Map<String, FindingRow> found = findings.page(FindingRequest.on(device.name()), 0, MOST).findings().stream()
                .collect(Collectors.toMap(row -> row.standard() + " " + row.tag(), Function.identity()));
        Map<Long, DeviceResult> judged = results.of(device);
        return standards.inForce().stream()
                .filter(standard -> judged.containsKey(standard.id()))
                .map(standard -> verdicts(standard, judged.get(standard.id()), found))
                .toList();
    }

    private static StandardVerdicts verdicts(InForce standard, DeviceResult result, Map<String, FindingRow> found) {
        List<VerdictView> verdicts = standard.text().clauses().stream()
                .filter(clause -> result.asked().contains(clause.tag()))
                .map(clause -> verdict(
                        clause,
                        result.outcome(clause.tag()),
                        Optional.ofNullable(found.get(standard.name() + " " + clause.tag()))))
                .toList();
        return new StandardVerdicts(
                standard.name(),
                result.number(),
                result.number() == standard.number(),
                result.revision(),
                result.judgedAt(),
                standard.text().clauses().size() - verdicts.size(),
                verdicts);
    }

    private static VerdictView verdict(ClauseText clause, Outcome outcome, Optional<FindingRow> finding) {
        Optional<String> words = switch (outcome) {
            case PASS -> clause.passed();
            case FAIL, EXCEPTED -> clause.failed();
            default -> Optional.empty();
        };
        return new VerdictView(
                clause.tag(),
                clause.group(),
                clause.reason(),
                clause.weight(),
                clause.binding(),
                outcome,
                words,
                finding);
    }
}
