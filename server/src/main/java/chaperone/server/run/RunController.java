package chaperone.server.run;

import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.change.Change;
import chaperone.server.change.ChangeViews;
import chaperone.server.change.Changes;
import chaperone.server.document.FileFormat;
import chaperone.server.document.ListFile.Maker;
import chaperone.server.problem.ProblemException;
import chaperone.server.problem.RetryOnConflict;
import chaperone.server.run.RunTold.ToldView;
import chaperone.server.run.RunViews.ChangeRunView;
import chaperone.server.run.Undoing.Later;
import chaperone.server.run.Undoing.LaterChange;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
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

/** Running a change, watching it, stopping it, undoing it. */
@RestController
@RequestMapping("/api/changes/{number}")
class RunController {
    private final Changes changes;
    private final RunService service;
    private final ChangeRunRepository runs;
    private final RunViews views;
    private final RunTold told;
    private final Undoing undoing;
    private final ChangeReport report;
    private final ChangeViews changeViews;
    private final Clock clock;

    RunController(
            Changes changes,
            RunService service,
            ChangeRunRepository runs,
            RunViews views,
            RunTold told,
            Undoing undoing,
            ChangeReport report,
            ChangeViews changeViews,
            Clock clock) {
        this.changes = changes;
        this.service = service;
        this.runs = runs;
        this.views = views;
        this.told = told;
        this.undoing = undoing;
        this.report = report;
        this.changeViews = changeViews;
        this.clock = clock;
    }

    /** The number of the change that undoes another one, or goes on with it. */
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

    /** All that is on record of it; as JSON, PDF or HTML. */
    @GetMapping("/report.{format}")
    @Transactional(readOnly = true)
    public ResponseEntity<byte[]> report(@PathVariable long number, @PathVariable String format, Principal principal) {
        FileFormat wanted = FileFormat.of(format);
        if (wanted == FileFormat.CSV) throw ProblemException.notFound("kind of report", format);
        Change change = changes.get(number);
        return report.in(wanted, change, changeViews.view(change), new Maker(principal.getName(), clock.instant()));
    }

    @Audited("ran a change")
    @PostMapping("/run")
    @ResponseStatus(HttpStatus.CREATED)
    @RetryOnConflict
    @Transactional
    public ChangeRunView run(@PathVariable long number, Principal principal) {
        return views.view(service.start(number, principal.getName()));
    }

    /** @param at a moment to come, within a year */
    record DueInput(@NotNull Instant at) {}

    /** It runs by itself then, if nothing is in its way: a freeze, or a device that has moved. */
    @Audited("set a change to run at a time")
    @PutMapping("/due")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Transactional
    public void due(@PathVariable long number, @Valid @RequestBody DueInput input, Principal principal) {
        AuditNote.add(input.at().toString());
        changes.due(changes.get(number), input.at(), principal.getName());
    }

    @Audited("kept a change from running at a time")
    @DeleteMapping("/due")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Transactional
    public void notDue(@PathVariable long number) {
        changes.notDue(changes.get(number));
    }

    @Audited("stopped a change")
    @PostMapping("/stop")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @RetryOnConflict
    @Transactional
    public void stop(@PathVariable long number, Principal principal) {
        service.stop(number, principal.getName());
    }

    /** A new draft with the edits for the devices that did not take a change which was run device by device. */
    @Audited("went on with the devices that a change left out")
    @PostMapping("/rest")
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public UndoingChange rest(@PathVariable long number, Principal principal) {
        Change rest = undoing.rest(changes.get(number), principal.getName());
        AuditNote.add("C-" + rest.id());
        return new UndoingChange(rest.id());
    }

    /** Changes that were kept later, the newest first. */
    @GetMapping("/later")
    @Transactional(readOnly = true)
    public List<LaterChange> later(@PathVariable long number) {
        return undoing.later(changes.get(number));
    }

    /**
     * A new draft that takes back what this change brought; what was altered since is named in its preview.
     *
     * @param later which of those that were kept later go back, too: everything back to a point
     */
    @Audited("began to undo a change")
    @PostMapping("/undo")
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public UndoingChange undo(
            @PathVariable long number, @RequestParam(defaultValue = "NONE") Later later, Principal principal) {
        Change undo = undoing.undo(changes.get(number), later, principal.getName());
        AuditNote.add("C-" + undo.id());
        return new UndoingChange(undo.id());
    }
}
