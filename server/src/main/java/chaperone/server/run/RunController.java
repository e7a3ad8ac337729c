package chaperone.server.run;

import chaperone.core.change.DeviceState;
import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.change.Change;
import chaperone.server.change.Changes;
import chaperone.server.change.Changes.Brought;
import chaperone.server.fleet.Fleet;
import chaperone.server.problem.ProblemException;
import chaperone.server.problem.RetryOnConflict;
import chaperone.server.run.RunTold.ToldView;
import chaperone.server.run.RunViews.ChangeRunView;
import java.security.Principal;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Running a change, watching it, stopping it, undoing it. */
@RestController
@RequestMapping("/api/changes/{number}")
class RunController {
    private final Changes changes;
    private final RunService service;
    private final ChangeRunRepository runs;
    private final RunDeviceRepository lines;
    private final RunTexts texts;
    private final RunViews views;
    private final RunTold told;
    private final Fleet fleet;

    RunController(
            Changes changes,
            RunService service,
            ChangeRunRepository runs,
            RunDeviceRepository lines,
            RunTexts texts,
            RunViews views,
            RunTold told,
            Fleet fleet) {
        this.changes = changes;
        this.service = service;
        this.runs = runs;
        this.lines = lines;
        this.texts = texts;
        this.views = views;
        this.told = told;
        this.fleet = fleet;
    }

    /** The number of the change that undoes another one. */
    record UndoingChange(long change) {}

    /** The newest first, with every step. */
    @GetMapping("/runs")
    @Transactional(readOnly = true)
    public List<ChangeRunView> runs(@PathVariable long number) {
        changes.get(number);
        return runs.findByChangeIdOrderByNumberDesc(number).stream()
                .map(views::view)
                .toList();
    }

    /** What a device was told in a run, and what that altered. */
    @GetMapping("/runs/{run}/devices/{device}")
    @Transactional(readOnly = true)
    public ToldView told(@PathVariable long number, @PathVariable int run, @PathVariable String device) {
        ChangeRun found = runs.findByChangeIdOrderByNumberDesc(number).stream()
                .filter(each -> each.number() == run)
                .findFirst()
                .orElseThrow(() -> ProblemException.notFound("run of C-" + number, run));
        return told.view(found, device);
    }

    @Audited("ran a change")
    @PostMapping("/run")
    @ResponseStatus(HttpStatus.CREATED)
    @RetryOnConflict
    @Transactional
    public ChangeRunView run(@PathVariable long number, Principal principal) {
        return views.view(service.start(number, principal.getName()));
    }

    @Audited("stopped a change")
    @PostMapping("/stop")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @RetryOnConflict
    @Transactional
    public void stop(@PathVariable long number, Principal principal) {
        service.stop(number, principal.getName());
    }

    /** A new draft that takes back what this change brought; what was altered since is named in its preview. */
    @Audited("began to undo a change")
    @PostMapping("/undo")
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public UndoingChange undo(@PathVariable long number, Principal principal) {
        Change change = changes.get(number);
        List<Brought> brought = runs.findFirstByChangeIdOrderByNumberDesc(number).stream()
                .flatMap(run -> lines.findByRunIdOrderByPosition(run.id()).stream())
                .filter(line -> line.state() == DeviceState.KEPT)
                .flatMap(line -> fleet.find(line.device()).stream()
                        .map(device -> new Brought(device, texts.promise(line).base(), texts.kept(line))))
                .toList();
        if (brought.isEmpty()) {
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "nothing-kept",
                    "C-" + number + " stands on no device.",
                    "There is nothing to undo.");
        }
        Change undo = changes.undo(change, brought, principal.getName());
        AuditNote.add("C-" + undo.id());
        return new UndoingChange(undo.id());
    }
}
