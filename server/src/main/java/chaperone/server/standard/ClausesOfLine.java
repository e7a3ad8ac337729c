package chaperone.server.standard;

import chaperone.core.standard.Clause.Binding;
import chaperone.core.standard.Judge;
import chaperone.core.standard.Section;
import chaperone.core.standard.Section.Mark;
import chaperone.server.clause.ClauseText;
import chaperone.server.fleet.Device;
import chaperone.server.judge.Judges;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.springframework.stereotype.Component;

/** Which clauses speak of a line of a device's configuration. */
@Component
public class ClausesOfLine {
    private final Soundness soundness;
    private final Judges judges;

    ClausesOfLine(Soundness soundness, Judges judges) {
        this.soundness = soundness;
        this.judges = judges;
    }

    /** @param holds whether the line keeps to the clause */
    public record ClauseOfLine(String standard, String tag, String reason, Binding binding, boolean holds) {}

    /**
     * Part of a transaction.
     *
     * @param line from 0
     */
    public List<ClauseOfLine> of(Device device, String text, int line) {
        Function<Map<String, String>, Judge> byValues = judges.ofText(device, text);
        List<ClauseOfLine> found = new ArrayList<>();
        for (Soundness.Asked each : soundness.asked(device)) {
            ClauseText clause = each.clause();
            byValues.apply(each.values()).section(clause.clause()).marks().stream()
                    .filter(mark -> mark.line() == line && mark.kind() != Section.Kind.MISSING)
                    .map(Mark::kind)
                    .max(Comparator.naturalOrder())
                    .ifPresent(kind -> found.add(new ClauseOfLine(
                            each.standard().name(),
                            clause.tag(),
                            clause.reason(),
                            clause.binding(),
                            kind == Section.Kind.HOLDS)));
        }
        return found;
    }
}
