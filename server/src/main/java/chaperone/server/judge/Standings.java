package chaperone.server.judge;

import chaperone.core.standard.Answered;
import chaperone.core.standard.Asked;
import chaperone.core.standard.Standing;
import chaperone.core.table.Table;
import chaperone.core.table.TableKind;
import chaperone.server.answers.CommandOutput;
import chaperone.server.answers.CommandOutputs;
import chaperone.server.clause.ClauseText;
import chaperone.server.clause.DeviceStanding;
import chaperone.server.fleet.Device;
import chaperone.server.table.Tables;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** What clauses are judged by beside the configuration: what is known of a device, and what it answered. */
@Component
class Standings {
    private final Tables tables;
    private final CommandOutputs outputs;

    Standings(Tables tables, CommandOutputs outputs) {
        this.tables = tables;
        this.outputs = outputs;
    }

    /** @param clauses by which it is judged: what none of them asks is not looked up */
    Standing of(Device device, Stream<ClauseText> clauses) {
        Set<Asked> asked = clauses.flatMap(clause -> clause.asked().stream()).collect(Collectors.toSet());
        Standing standing = DeviceStanding.of(device);
        return asked.isEmpty() ? standing : standing.answering(answers(device, asked));
    }

    private Map<Asked, Answered> answers(Device device, Set<Asked> asked) {
        Map<Asked, Answered> answers = new HashMap<>();
        for (CommandOutput each : outputs.of(device.id()).values())
            answers.put(new Asked.Command(each.request()), new Answered(each.lines(), each.refused()));
        Set<Asked> rows = new HashSet<>(asked);
        rows.removeIf(each -> each instanceof Asked.Command);
        if (!rows.isEmpty())
            tables.rows(device.id()).forEach((kind, all) -> answers.put(new Asked.Rows(kind), lines(kind, all)));
        return answers;
    }

    /** A cell of which the device told nothing is a hyphen. */
    private static Answered lines(TableKind kind, List<Table.Row> rows) {
        List<String> lines = rows.stream()
                .map(row -> row.cells().stream()
                        .map(cell -> cell.isEmpty() ? "-" : cell)
                        .collect(Collectors.joining(" ")))
                .toList();
        return new Answered(lines, Optional.empty());
    }
}
