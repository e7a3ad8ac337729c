package chaperone.server.change;

import chaperone.core.standard.Verdict.Kind;
import chaperone.server.clause.StandardText;
import chaperone.server.tryout.DeviceTryout;
import jakarta.validation.Valid;
import java.util.List;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** How a text that is being written would judge a change. */
@RestController
class ClauseTrialController {
    private final Changes changes;
    private final ChangePlans plans;
    private final DeviceTryout tryout;

    ClauseTrialController(Changes changes, ChangePlans plans, DeviceTryout tryout) {
        this.changes = changes;
        this.plans = plans;
        this.tryout = tryout;
    }

    /** @param before the change, and {@code after} it */
    record ChangeEffect(String device, String tag, Kind before, Kind after) {}

    /** Each clause on each device of the change that it is for; nothing is kept. */
    @PostMapping("/api/changes/{number}/clause-trial")
    @Transactional(readOnly = true)
    public List<ChangeEffect> trial(@PathVariable long number, @Valid @RequestBody StandardText text) {
        return plans.of(changes.get(number)).stream()
                .flatMap(
                        plan -> tryout
                                .effects(
                                        plan.device(),
                                        text,
                                        plan.target().promise().base(),
                                        plan.target().promise().text())
                                .stream()
                                .map(each -> new ChangeEffect(
                                        plan.device().name(), each.tag(), each.before(), each.after())))
                .toList();
    }
}
