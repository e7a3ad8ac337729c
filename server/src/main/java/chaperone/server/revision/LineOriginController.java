package chaperone.server.revision;

import chaperone.server.fleet.Fleet;
import java.util.ArrayList;
import java.util.List;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Since which revision each line of a configuration stands. */
@RestController
class LineOriginController {
    private final Fleet fleet;
    private final LineAges ages;

    LineOriginController(Fleet fleet, LineAges ages) {
        this.fleet = fleet;
        this.ages = ages;
    }

    /** Lines from one on, so many, that stand since the same revision. */
    record Run(int from, int count, int revision) {}

    /** @param oldest the revision before which nobody looked: what stands since then may be older */
    record LineOriginView(int oldest, List<Run> runs) {}

    @GetMapping("/api/devices/{name}/revisions/{number}/origins")
    @Transactional(readOnly = true)
    public LineOriginView origins(
            @PathVariable String name,
            @PathVariable int number,
            @RequestParam(defaultValue = "RUNNING") ConfigKind kind) {
        LineAges.Ages found = ages.of(fleet.get(name), kind, number);
        return new LineOriginView(found.oldest(), runs(found.since()));
    }

    private static List<Run> runs(List<Integer> since) {
        List<Run> runs = new ArrayList<>();
        int from = 0;
        for (int line = 1; line <= since.size(); line++) {
            if (line < since.size() && since.get(line).equals(since.get(from))) continue;
            runs.add(new Run(from, line - from, since.get(from)));
            from = line;
        }
        return runs;
    }
}
