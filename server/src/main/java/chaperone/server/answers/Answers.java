package chaperone.server.answers;

import chaperone.core.table.Table;
import java.util.List;

/** What was read in one conversation beside the configuration; nothing of what is young enough. */
public record Answers(List<Table> tables, List<CommandOutput> outputs) {
    public Answers {
        tables = List.copyOf(tables);
        outputs = List.copyOf(outputs);
    }

    boolean isEmpty() {
        return tables.isEmpty() && outputs.isEmpty();
    }
}
