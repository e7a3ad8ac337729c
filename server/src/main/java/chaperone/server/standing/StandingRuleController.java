package chaperone.server.standing;

import chaperone.server.audit.Audited;
import chaperone.server.drift.DriftingDevices;
import chaperone.server.event.Events;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.problem.ProblemException;
import chaperone.server.problem.RetryOnConflict;
import chaperone.server.query.ChosenDevices;
import chaperone.server.removal.RemovalKind;
import chaperone.server.removal.Removals;
import chaperone.server.removal.Removed;
import chaperone.server.standing.StandingActs.Act;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Standing rules: what becomes of drift by itself, and what did. */
@RestController
@RequestMapping("/api/standing-rules")
class StandingRuleController {
    private static final int MOST_ACTS = 200;
    private static final int MOST_NAMED = 50;

    private final StandingRuleRepository repository;
    private final StandingRules rules;
    private final StandingActs acts;
    private final ChosenDevices chosen;
    private final DriftingDevices drifting;
    private final Fleet fleet;
    private final Removals removals;
    private final Events events;

    StandingRuleController(
            StandingRuleRepository repository,
            StandingRules rules,
            StandingActs acts,
            ChosenDevices chosen,
            DriftingDevices drifting,
            Fleet fleet,
            Removals removals,
            Events events) {
        this.repository = repository;
        this.rules = rules;
        this.acts = acts;
        this.chosen = chosen;
        this.drifting = drifting;
        this.fleet = fleet;
        this.removals = removals;
        this.events = events;
    }

    /**
     * @param place among the others, from 1; the first one that means a device counts
     * @param query which devices it is for; all of them if empty
     * @param delayMinutes after the last edit of the device
     * @param perHour on how many devices it acts within an hour
     */
    record StandingRuleInput(
            @Min(1) @Max(StandingRules.MOST) int place,
            @NotNull @Size(max = 2000) String query,
            @NotNull StandingDeed deed,
            @Min(0) @Max(10_080) int delayMinutes,
            @Min(1) @Max(1000) int perHour,
            boolean isOff) {}

    /** @param reaches how many devices it means today; absent if its query can no longer be read */
    record StandingRuleView(
            String name,
            int place,
            String query,
            StandingDeed deed,
            int delayMinutes,
            int perHour,
            boolean isOff,
            Optional<Long> reaches,
            String madeBy,
            Instant madeAt) {}

    /** Drift for which there is a rule; see {@link StandingRules.Concerned}. */
    record ConcernedView(
            String device, String rule, StandingDeed deed, Instant dueAt, Optional<Long> change, String hindrance) {}

    /** @param device absent if it is in the fleet no more */
    record ActView(
            Optional<String> device,
            int revision,
            String rule,
            StandingDeed deed,
            Instant at,
            Optional<Long> change,
            String failure) {}

    /** What a query means to a rule: how many devices, and which of them drift now. */
    record StandingReach(long devices, List<String> drifting) {}

    /** In the order in which they count. */
    @GetMapping
    @Transactional(readOnly = true)
    public List<StandingRuleView> list() {
        List<StandingRuleView> views = new ArrayList<>();
        // Where one was removed, the others move up.
        for (StandingRule rule : repository.findAllByOrderByPlaceAscIdAsc()) views.add(view(rule, views.size() + 1));
        return views;
    }

    /** Drift that rules will act upon, or would if nothing kept them from it. */
    @GetMapping("/concerned")
    @Transactional(readOnly = true)
    public List<ConcernedView> concerned() {
        return rules.concerned().stream()
                .map(each -> new ConcernedView(
                        each.device().name(),
                        each.rule().name(),
                        each.rule().deed(),
                        each.dueAt(),
                        each.change(),
                        each.hindrance()))
                .toList();
    }

    /** What rules did, the newest first. */
    @GetMapping("/acts")
    @Transactional(readOnly = true)
    public List<ActView> acts() {
        List<Act> newest = acts.newest(MOST_ACTS);
        Map<Long, String> names = fleet
                .with(newest.stream().map(Act::device).distinct().toList())
                .stream()
                .collect(Collectors.toMap(Device::id, Device::name));
        return newest.stream()
                .map(act -> new ActView(
                        Optional.ofNullable(names.get(act.device())),
                        act.revision(),
                        act.rule(),
                        act.deed(),
                        act.at(),
                        act.change(),
                        act.failure()))
                .toList();
    }

    @GetMapping("/reach")
    @Transactional(readOnly = true)
    public StandingReach reach(@RequestParam(defaultValue = "") @Size(max = 2000) String query) {
        Set<Long> meant = Set.copyOf(chosen.idsMeantBy(query.strip()));
        List<Long> drift =
                drifting.since().keySet().stream().filter(meant::contains).toList();
        return new StandingReach(
                meant.size(),
                fleet.with(drift).stream()
                        .map(Device::name)
                        .sorted()
                        .limit(MOST_NAMED)
                        .toList());
    }

    @Audited("wrote a standing rule")
    @PutMapping("/{name}")
    @RetryOnConflict
    @Transactional
    public StandingRuleView write(
            @PathVariable @NotBlank @Size(max = 80) String name,
            @Valid @RequestBody StandingRuleInput input,
            Principal principal) {
        StandingRule kept = rules.write(
                name,
                input.place(),
                new StandingRules.Saying(
                        input.query().strip(), input.deed(), input.delayMinutes(), input.perHour(), input.isOff()),
                principal.getName());
        events.fleetMoved();
        return view(kept, kept.place());
    }

    @Audited("removed a standing rule")
    @DeleteMapping("/{name}")
    @Transactional
    public Removed remove(@PathVariable String name, Principal principal) {
        StandingRule rule =
                repository.findByName(name).orElseThrow(() -> ProblemException.notFound("standing rule", name));
        Removed removed = removals.keep(RemovalKind.STANDING_RULE, name, principal.getName(), Map.of("id", rule.id()));
        repository.delete(rule);
        events.fleetMoved();
        return removed;
    }

    private StandingRuleView view(StandingRule rule, int place) {
        return new StandingRuleView(
                rule.name(),
                place,
                rule.query(),
                rule.deed(),
                rule.delayMinutes(),
                rule.perHour(),
                rule.isOff(),
                reaches(rule),
                rule.madeBy(),
                rule.madeAt());
    }

    private Optional<Long> reaches(StandingRule rule) {
        try {
            return Optional.of(chosen.count(rule.query()));
        } catch (ProblemException e) {
            return Optional.empty();
        }
    }
}
