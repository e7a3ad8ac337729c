package chaperone.server.standard;

import chaperone.core.standard.Clause.Binding;
import chaperone.core.standard.Judge;
import chaperone.core.standard.Section;
import chaperone.core.standard.Section.Mark;
import chaperone.server.clause.ClauseText;
import chaperone.server.clause.DeviceStanding;
import chaperone.server.fleet.Device;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Which clauses speak of a line of a device's configuration. */
@Component
public class ClausesOfLine {
    private final Soundness soundness;

    ClausesOfLine(Soundness soundness) {
        this.soundness = soundness;
    }

    /** @param holds whether the line keeps to the clause */
    public record ClauseOfLine(String standard, String tag, String reason, Binding binding, boolean holds) {}

    /**
     * Part of a transaction.
     *
     * @param line from 0
     */
    public List<ClauseOfLine> of(Device device, String text, int line) {
        Map<Map<String, String>, Judge> judges = new HashMap<>();
        List<ClauseOfLine> found = new ArrayList<>();
        for (Soundness.Asked each : soundness.asked(device)) {
            Judge judge = judges.computeIfAbsent(
                    each.values(),
                    values -> new Judge(text, soundness.model(device), values, DeviceStanding.of(device)));
            ClauseText clause = each.clause();
            judge.section(clause.clause()).marks().stream()
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
