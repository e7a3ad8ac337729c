package chaperone.server.standing;

import chaperone.server.audit.AuditLog;
import chaperone.server.change.Change;
import chaperone.server.change.Changes;
import chaperone.server.change.PuttingBack;
import chaperone.server.drift.Agreements;
import chaperone.server.event.Events;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.problem.ProblemException;
import chaperone.server.run.RunService;
import chaperone.server.standing.StandingActs.Act;
import chaperone.server.standing.StandingRules.Concerned;
import java.time.Clock;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Does what standing rules say, each time with its act written down in the same transaction. What fails is written down,
 * too, and not tried again before the device has been edited again: a person looks at it.
 */
@Component
class StandingPass {
    private static final Logger LOG = LoggerFactory.getLogger(StandingPass.class);
    private static final String ITSELF = "chaperone";

    private final StandingRules rules;
    private final StandingActs acts;
    private final Agreements agreements;
    private final PuttingBack puttingBack;
    private final Changes changes;
    private final RunService runs;
    private final Fleet fleet;
    private final AuditLog audit;
    private final Events events;
    private final TransactionTemplate transaction;
    private final Clock clock;

    StandingPass(
            StandingRules rules,
            StandingActs acts,
            Agreements agreements,
            PuttingBack puttingBack,
            Changes changes,
            RunService runs,
            Fleet fleet,
            AuditLog audit,
            Events events,
            TransactionTemplate transaction,
            Clock clock) {
        this.rules = rules;
        this.acts = acts;
        this.agreements = agreements;
        this.puttingBack = puttingBack;
        this.changes = changes;
        this.runs = runs;
        this.fleet = fleet;
        this.audit = audit;
        this.events = events;
        this.transaction = transaction;
        this.clock = clock;
    }

    /** Looks once. */
    void tick() {
        Map<String, Integer> left = new HashMap<>();
        List<Concerned> concerned = rules.concerned();
        for (Concerned each : concerned) {
            if (!each.isDue(clock.instant())) continue;
            StandingRule rule = each.rule();
            int may = left.computeIfAbsent(rule.name(), name -> rules.left(rule));
            if (may <= 0) continue;
            left.put(rule.name(), may - 1);
            act(each);
        }
    }

    private void act(Concerned each) {
        try {
            transaction.executeWithoutResult(status -> carryOut(each));
        } catch (ProblemException e) {
            failed(each, String.valueOf(e.getMessage()));
        } catch (RuntimeException e) {
            LOG.error(
                    "Rule {} could not act on {}",
                    each.rule().name(),
                    each.device().name(),
                    e);
            failed(each, "The server met an error that it did not foresee; its log has the details.");
        }
        events.fleetMoved();
    }

    private void carryOut(Concerned each) {
        String rule = "standing rule \"" + each.rule().name() + "\"";
        Device device = fleet.get(each.device().name());
        if (each.rule().deed() == StandingDeed.ADOPT) {
            agreements.adopt(device, each.revision(), Set.of(), ITSELF, rule);
            write(each, Optional.empty(), "");
            said(each, "adopted a configuration by a standing rule", true);
            return;
        }
        Change change = puttingBack.of(device, "Put back by the " + rule, ITSELF);
        changes.propose(change, ITSELF);
        // Whoever wrote the rule has said yes to all that it puts back.
        changes.approveAsProposed(change, each.rule().madeBy());
        runs.begin(change.id(), ITSELF);
        write(each, Optional.of(change.id()), "");
        said(each, "put a device back by a standing rule", true);
    }

    private void failed(Concerned each, String why) {
        try {
            transaction.executeWithoutResult(status -> {
                write(each, Optional.empty(), why);
                said(each, "a standing rule could not act", false);
            });
        } catch (RuntimeException e) {
            LOG.error(
                    "What hindered rule {} could not be written down",
                    each.rule().name(),
                    e);
        }
    }

    private void write(Concerned each, Optional<Long> change, String failure) {
        Instant now = clock.instant();
        StandingRule rule = each.rule();
        acts.write(new Act(each.device().id(), each.revision(), rule.name(), rule.deed(), now, change, failure));
    }

    private void said(Concerned each, String deed, boolean succeeded) {
        audit.recordLater(ITSELF, deed, each.device().name(), each.rule().name(), succeeded);
    }
}
