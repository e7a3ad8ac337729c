package chaperone.server.tryout;

import chaperone.core.standard.GoldenExcerpt;
import chaperone.core.standard.GoldenExcerpt.Excerpt;
import chaperone.server.clause.ClauseText;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.judge.Judges;
import chaperone.server.problem.ProblemException;
import chaperone.server.revision.ConfigKind;
import chaperone.server.revision.History;
import com.google.re2j.Pattern;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What stands on a device, as a clause to begin with. */
@RestController
class ClauseDraftController {
    private static final String NEW = "new";

    private final Fleet fleet;
    private final History history;
    private final Judges judges;

    ClauseDraftController(Fleet fleet, History history, Judges judges) {
        this.fleet = fleet;
        this.history = history;
        this.judges = judges;
    }

    /**
     * A clause that says of other devices what stands here, or that it must not stand.
     *
     * @throws ProblemException if the line is no statement, or part of it is secret
     */
    @GetMapping("/api/devices/{name}/revisions/{number}/lines/{line}/clause")
    @Transactional(readOnly = true)
    public ClauseText draft(
            @PathVariable String name,
            @PathVariable int number,
            @PathVariable int line,
            @RequestParam(defaultValue = "RUNNING") ConfigKind kind,
            @RequestParam(defaultValue = "true") boolean stands) {
        Device device = fleet.get(name);
        String text = history.get(device, kind, number).whole();
        Excerpt excerpt = new GoldenExcerpt(judges.model(device), text)
                .at(line)
                .orElseThrow(() -> unfit("No statement stands on line " + (line + 1) + "."));
        if (!judges.shown(device, excerpt.golden()).equals(excerpt.golden()))
            throw unfit("What stands there is secret.");
        return clause(device, number, excerpt, stands);
    }

    private static ProblemException unfit(String meaning) {
        return new ProblemException(
                HttpStatus.UNPROCESSABLE_CONTENT,
                "no-clause",
                meaning,
                "Choose another line, or write the clause yourself.");
    }

    private static ClauseText clause(Device device, int number, Excerpt excerpt, boolean stands) {
        String reason = "as on " + device.name() + ", revision " + number;
        if (stands) return ClauseText.golden(NEW, reason, device.platform(), excerpt.golden());
        List<String> above = excerpt.above();
        Optional<String> within =
                above.isEmpty() ? Optional.empty() : Optional.of(exactly(above.get(above.size() - 1)));
        return ClauseText.forbidden(NEW, reason, device.platform(), exactly(excerpt.statement()), within);
    }

    private static String exactly(String statement) {
        return "^" + Pattern.quote(statement) + "$";
    }
}
