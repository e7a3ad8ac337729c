package chaperone.server.tryout;

import chaperone.core.standard.Judge;
import chaperone.core.standard.Verdict.Evidence;
import chaperone.core.standard.Verdict.Kind;
import chaperone.server.clause.ClauseText;
import chaperone.server.clause.StandardText;
import chaperone.server.fleet.Device;
import chaperone.server.judge.ClauseScopes;
import chaperone.server.judge.Judges;
import chaperone.server.revision.ConfigKind;
import chaperone.server.revision.History;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** How a text that is being written would judge one device: as it is, and as a change would make it. */
@Component
public class DeviceTryout {
    private final History history;
    private final ClauseScopes scopes;
    private final Judges judges;

    /** What a clause of a text says of a device now, and would say of what it is to become. */
    public record ClauseEffect(String tag, Kind before, Kind after) {}

    /** How one clause would judge a device, and what would repair it; no commands if that cannot be said. */
    record TrialView(String tag, Kind kind, List<Evidence> evidence, ClauseSection section, List<String> repair) {}

    DeviceTryout(History history, ClauseScopes scopes, Judges judges) {
        this.history = history;
        this.scopes = scopes;
        this.judges = judges;
    }

    /** Every clause of a text that is for a device, judged now. Part of a transaction. */
    List<TrialView> of(Device device, StandardText text) {
        String running = history.newest(device, ConfigKind.RUNNING).whole();
        SectionCut cut = new SectionCut(running, device, judges);
        Judge judge = judge(device, running, text);
        return scopes.asked(device, text.clauses()).stream()
                .map(clause -> view(device, running, clause, judge, cut))
                .toList();
    }

    private TrialView view(Device device, String running, ClauseText clause, Judge judge, SectionCut cut) {
        var verdict = judge.verdict(clause.clause());
        return new TrialView(
                clause.tag(),
                verdict.kind(),
                judges.shown(device, verdict.evidence()),
                cut.of(judge.section(clause.clause())),
                judges.repair(device, running, clause, judge));
    }

    /**
     * How a text would judge a change of one device.
     *
     * @throws chaperone.server.problem.ProblemException naming the clause that cannot be kept, and why
     */
    @Transactional(readOnly = true)
    public List<ClauseEffect> effects(Device device, StandardText text, String before, String after) {
        Judge now = judge(device, before, text);
        Judge then = judge(device, after, text);
        return scopes.asked(device, text.clauses()).stream()
                .map(clause -> new ClauseEffect(
                        clause.tag(),
                        now.verdict(clause.clause()).kind(),
                        then.verdict(clause.clause()).kind()))
                .toList();
    }

    private Judge judge(Device device, String text, StandardText standard) {
        return judges.of(device, text, standard.valuesAt(device.siteName()), standard.clauses().stream());
    }
}
