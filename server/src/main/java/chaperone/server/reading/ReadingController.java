package chaperone.server.reading;

import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.problem.ProblemException;
import chaperone.server.query.Groups;
import chaperone.server.removal.RemovalKind;
import chaperone.server.removal.Removals;
import chaperone.server.removal.Removed;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** How often devices are looked at between copies, group by group. */
@RestController
@RequestMapping("/api/reading-plans")
class ReadingController {
    private static final int STEP = 10;

    private final ReadingPlanRepository plans;
    private final Groups groups;
    private final Removals removals;

    ReadingController(ReadingPlanRepository plans, Groups groups, Removals removals) {
        this.removals = removals;
        this.plans = plans;
        this.groups = groups;
    }

    /** @param group absent for the plan of all devices that no other has */
    record ReadingPlanView(
            Optional<String> group,
            long everyMinutes,
            long fullAfterHours,
            long tablesEveryMinutes,
            long judgedWithinHours,
            boolean on) {}

    /** @param judgedWithinHours after how long without a look nothing is known to hold; as before if it is left out */
    record ReadingPlanInput(
            @Min(1) @Max(10_080) int everyMinutes,
            @Min(1) @Max(720) int fullAfterHours,
            @Min(5) @Max(10_080) int tablesEveryMinutes,
            Optional<@Min(1) @Max(8760) Integer> judgedWithinHours,
            boolean on) {}

    @GetMapping
    @Transactional(readOnly = true)
    public List<ReadingPlanView> list() {
        return plans.findAllByOrderByPosition().stream()
                .map(plan -> new ReadingPlanView(
                        plan.group().map(groups::nameOf),
                        plan.every().toMinutes(),
                        plan.fullAfter().toHours(),
                        plan.tablesEvery().toMinutes(),
                        plan.judgedWithin().toHours(),
                        plan.isOn()))
                .toList();
    }

    /** @param group left out for the plan of all others */
    @Audited("set how often devices are looked at")
    @PutMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Transactional
    public void set(
            @RequestParam(defaultValue = "") @Size(max = 60) String group, @Valid @RequestBody ReadingPlanInput input) {
        AuditNote.add((group.isEmpty() ? "all others" : group) + ": " + input);
        ReadingPlan plan = group.isEmpty()
                ? plans.findByGroupIdIsNull().orElseThrow()
                : find(group).orElseGet(() -> new ReadingPlan(nextPosition(), groups.idOf(group)));
        plan.become(input.everyMinutes(), input.fullAfterHours(), input.tablesEveryMinutes(), input.on());
        input.judgedWithinHours().ifPresent(plan::judgedWithin);
        plans.save(plan);
    }

    @Audited("removed how often devices of a group are looked at")
    @DeleteMapping
    @Transactional
    public Removed remove(@RequestParam @Size(min = 1, max = 60) String group, Principal principal) {
        AuditNote.add(group);
        ReadingPlan plan =
                find(group).orElseThrow(() -> ProblemException.notFound("reading plan for the group", group));
        Removed removed = removals.keep(RemovalKind.READING_PLAN, group, principal.getName(), Map.of("id", plan.id()));
        plans.delete(plan);
        return removed;
    }

    private Optional<ReadingPlan> find(String group) {
        return plans.findByGroupId(groups.idOf(group));
    }

    private int nextPosition() {
        return plans.findFirstByGroupIdIsNotNullOrderByPositionDesc()
                        .map(ReadingPlan::position)
                        .orElse(0)
                + STEP;
    }
}
