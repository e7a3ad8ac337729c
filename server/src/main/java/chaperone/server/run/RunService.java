package chaperone.server.run;

import chaperone.core.change.Decision;
import chaperone.server.audit.AuditNote;
import chaperone.server.change.Change;
import chaperone.server.change.Changes;
import chaperone.server.change.DevicePlan;
import chaperone.server.event.Events;
import chaperone.server.problem.ProblemException;
import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.task.TaskInstance;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** Starts runs and stops them. A run and its task are stored in one transaction: neither is there without the other. */
@Service
public class RunService {
    private final Changes changes;
    private final ChangeRunRepository runs;
    private final RunDeviceRepository lines;
    private final RunTexts texts;
    private final ObjectProvider<Scheduler> scheduler;
    private final Events events;
    private final Clock clock;

    RunService(
            Changes changes,
            ChangeRunRepository runs,
            RunDeviceRepository lines,
            RunTexts texts,
            ObjectProvider<Scheduler> scheduler,
            Events events,
            Clock clock) {
        this.changes = changes;
        this.runs = runs;
        this.lines = lines;
        this.texts = texts;
        this.scheduler = scheduler;
        this.events = events;
        this.clock = clock;
    }

    /** @throws ProblemException if the change is not approved, or is not what was approved any more */
    @Transactional
    public void begin(long changeNumber, String by) {
        start(changeNumber, by);
    }

    @Transactional
    ChangeRun start(long changeNumber, String by) {
        Change change = changes.get(changeNumber);
        List<DevicePlan> plans = changes.begin(change);
        int number = runs.findFirstByChangeIdOrderByNumberDesc(changeNumber)
                        .map(ChangeRun::number)
                        .orElse(0)
                + 1;
        ChangeRun run = runs.save(new ChangeRun(changeNumber, number, change.manner(), by, clock.instant()));
        List<RunDevice> all = new ArrayList<>();
        for (DevicePlan plan : plans) {
            long device = plan.device().id();
            all.add(new RunDevice(
                    run.id(),
                    device,
                    all.size(),
                    texts.seal(run.id(), device, plan.target().promise().base()),
                    texts.seal(run.id(), device, plan.target().promise().text()),
                    plan.target().commands().commands().size()));
        }
        lines.saveAll(all);
        AuditNote.add("run " + number + " on " + plans.size() + " devices");
        schedule(run.id());
        return run;
    }

    /** Before it is decided everything goes back; afterwards it is too late. */
    @Transactional
    void stop(long changeNumber, String by) {
        ChangeRun run = runs.findFirstByChangeIdOrderByNumberDesc(changeNumber)
                .filter(newest -> newest.endedAt().isEmpty())
                .orElseThrow(() -> new ProblemException(
                        HttpStatus.CONFLICT,
                        "not-running",
                        "C-" + changeNumber + " does not run.",
                        "There is nothing to stop."));
        ChangeRun locked = runs.lock(run.id()).orElseThrow();
        if (locked.manner().isAllOrNone() && locked.decision() == Decision.KEEP) {
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "decided",
                    "C-" + changeNumber + " stood exactly on all devices and is being kept.",
                    "Undo it when it has ended.");
        }
        locked.stop(by);
        events.changeMoved(changeNumber);
    }

    private void schedule(long run) {
        Scheduler tasks = scheduler.getObject();
        tasks.schedule(
                new TaskInstance<>(RunTask.NAME, run + "." + UUID.randomUUID(), Long.toString(run)), clock.instant());
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCommit() {
                tasks.triggerCheckForDueExecutions();
            }
        });
    }
}
