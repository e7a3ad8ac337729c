package chaperone.server.run;

import chaperone.server.account.AccountService;
import chaperone.server.account.Role;
import chaperone.server.audit.AuditLog;
import chaperone.server.change.Change;
import chaperone.server.change.ChangeState;
import chaperone.server.change.Changes;
import chaperone.server.problem.ProblemException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Starts the changes whose time has come. What is in the way of one is written to it, and it waits for a person: nothing is
 * made up later, when nobody expects it any more.
 */
@Component
class DueRuns {
    private static final Logger LOG = LoggerFactory.getLogger(DueRuns.class);
    /** After that a change that nobody started is too late. */
    private static final Duration GRACE = Duration.ofMinutes(10);

    private final Changes changes;
    private final RunService runs;
    private final AccountService accounts;
    private final AuditLog audit;
    private final TransactionTemplate transaction;
    private final Clock clock;

    DueRuns(
            Changes changes,
            RunService runs,
            AccountService accounts,
            AuditLog audit,
            TransactionTemplate transaction,
            Clock clock) {
        this.changes = changes;
        this.runs = runs;
        this.accounts = accounts;
        this.audit = audit;
        this.transaction = transaction;
        this.clock = clock;
    }

    /** Looks once. */
    void tick() {
        for (long number : changes.due()) {
            try {
                start(number);
            } catch (RuntimeException e) {
                LOG.error("C-{} was due and could not be started", number, e);
                notStarted(number);
            }
        }
    }

    /** It is not tried again every few seconds. */
    private void notStarted(long number) {
        try {
            transaction.executeWithoutResult(status ->
                    didNotRun(number, "The server met an error that it did not foresee; its log has the details."));
        } catch (RuntimeException e) {
            LOG.error("What hindered C-{} could not be written down", number, e);
        }
    }

    private void start(long number) {
        try {
            transaction.executeWithoutResult(status -> startIfDue(number));
        } catch (ProblemException e) {
            transaction.executeWithoutResult(status -> didNotRun(number, String.valueOf(e.getMessage())));
        }
    }

    private void startIfDue(long number) {
        Change change = changes.get(number);
        Instant now = clock.instant();
        if (change.state() != ChangeState.APPROVED
                || change.dueAt().filter(due -> !due.isAfter(now)).isEmpty()) return;
        String by = change.dueBy().orElseThrow();
        if (change.dueAt().get().plus(GRACE).isBefore(now)) {
            didNotRun(
                    number,
                    "Nobody was there to start it when it was due, at "
                            + change.dueAt().get() + ".");
        } else if (!accounts.mayStill(by, Role.ENGINEER)) {
            didNotRun(number, by + ", who asked for it, may not run changes any more.");
        } else {
            runs.begin(number, by);
            audit.recordLater(by, "ran a change when it was due", Long.toString(number), "", true);
        }
    }

    private void didNotRun(long number, String why) {
        String by = changes.get(number).dueBy().orElse("");
        changes.didNotRun(number, why);
        audit.recordLater(by, "a change that was due did not run", Long.toString(number), why, false);
    }
}
