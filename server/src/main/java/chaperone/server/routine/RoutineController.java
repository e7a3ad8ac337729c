package chaperone.server.routine;

import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.problem.ProblemException;
import chaperone.server.removal.RemovalKind;
import chaperone.server.removal.Removals;
import chaperone.server.removal.Removed;
import chaperone.server.routine.Routine.Missed;
import chaperone.server.routine.Routine.What;
import chaperone.server.routine.RoutineRun.Outcome;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Routines, when they are due, and what came of it. */
@RestController
@RequestMapping("/api/routines")
class RoutineController {
    private static final int SHOWN_DUE = 5;

    private final RoutineRepository routines;
    private final RoutineRunRepository runs;
    private final RoutineClock starter;
    private final Routines writer;
    private final Clock clock;
    private final Removals removals;

    RoutineController(
            RoutineRepository routines,
            RoutineRunRepository runs,
            RoutineClock starter,
            Routines writer,
            Clock clock,
            Removals removals) {
        this.removals = removals;
        this.routines = routines;
        this.runs = runs;
        this.starter = starter;
        this.writer = writer;
        this.clock = clock;
    }

    /**
     * @param dueAt the next times, none while it is off
     * @param reaches how many devices it would reach now; absent if its query can no longer be read
     */
    record RoutineView(
            String name,
            String rule,
            String zone,
            String query,
            List<String> devices,
            What what,
            Missed missed,
            boolean on,
            List<Instant> dueAt,
            Optional<Long> reaches,
            Optional<RunView> latest,
            String writtenBy,
            Instant writtenAt) {}

    /** @param missed times that were due and had no run of their own */
    record RunView(
            Instant dueAt, Instant at, Outcome outcome, int missed, int devices, Optional<Long> job, String reason) {
        static RunView of(RoutineRun run) {
            return new RunView(
                    run.dueAt(), run.at(), run.outcome(), run.missed(), run.devices(), run.job(), run.reason());
        }
    }

    record RuleInput(
            @NotBlank @Size(max = 200) String rule,
            @NotBlank @Size(max = 60) String zone) {}

    record DueTimes(List<Instant> dueAt) {}

    @GetMapping
    public List<RoutineView> list() {
        return routines.findAllByOrderByName().stream().map(this::view).toList();
    }

    /** When a rule would be due, before it is kept. */
    @PostMapping("/preview")
    public DueTimes preview(@Valid @RequestBody RuleInput input) {
        return new DueTimes(Rules.read(input.rule()).next(clock.instant(), Rules.zone(input.zone()), SHOWN_DUE));
    }

    @GetMapping("/{name}/runs")
    @Transactional(readOnly = true)
    public List<RunView> runs(
            @PathVariable String name, @RequestParam(defaultValue = "50") @Min(1) @Max(1000) int size) {
        return runs.findByRoutineIdOrderByIdDesc(find(name).id(), Limit.of(size)).stream()
                .map(RunView::of)
                .toList();
    }

    /** Makes the routine, or lets it be another; what was due before is not made up. */
    @Audited("wrote a routine")
    @PutMapping("/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    public void write(
            @PathVariable @Size(max = 60) String name, @Valid @RequestBody RoutineInput input, Principal principal) {
        AuditNote.add(input.rule() + " " + input.zone() + "; " + input.query());
        writer.write(name, input, principal.getName());
    }

    @Audited("removed a routine")
    @DeleteMapping("/{name}")
    @Transactional
    public Removed remove(@PathVariable String name, Principal principal) {
        Routine routine = find(name);
        Removed removed =
                removals.keep(RemovalKind.ROUTINE, routine.name(), principal.getName(), Map.of("id", routine.id()));
        routines.delete(routine);
        return removed;
    }

    @Audited("started a routine by hand")
    @PostMapping("/{name}/run")
    @Transactional
    public RunView run(@PathVariable String name, Principal principal) {
        return RunView.of(starter.runNow(find(name), principal.getName()));
    }

    private Routine find(String name) {
        return routines.findByNameIgnoreCase(name).orElseThrow(() -> ProblemException.notFound("routine", name));
    }

    private RoutineView view(Routine routine) {
        List<Instant> due = routine.isOn()
                ? Rules.read(routine.rule()).next(clock.instant(), Rules.zone(routine.zone()), SHOWN_DUE)
                : List.of();
        return new RoutineView(
                routine.name(),
                routine.rule(),
                routine.zone(),
                routine.query(),
                routine.devices(),
                routine.what(),
                routine.missed(),
                routine.isOn(),
                due,
                starter.reaches(routine),
                runs.findByRoutineIdOrderByIdDesc(routine.id(), Limit.of(1)).stream()
                        .findFirst()
                        .map(RunView::of),
                routine.writtenBy(),
                routine.writtenAt());
    }
}
