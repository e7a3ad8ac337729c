package chaperone.server.routine;

import chaperone.server.copy.CopyJobs;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.problem.ProblemException;
import chaperone.server.query.ChosenDevices;
import chaperone.server.routine.Routine.Missed;
import chaperone.server.routine.Routine.What;
import chaperone.server.routine.RoutineRun.Outcome;
import chaperone.server.standard.JudgingDueEvent;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Starts what is due. The run, its job and the next time are written in one transaction on the locked routine: a moment
 * is used up once, however many servers look and whenever one of them dies.
 */
@Component
class RoutineClock {
    private static final Logger LOG = LoggerFactory.getLogger(RoutineClock.class);
    /** A start later than this was missed: no server was running. */
    static final Duration GRACE = Duration.ofMinutes(2);

    private static final int MOST_COUNTED = 10_000;

    private final RoutineRepository routines;
    private final RoutineRunRepository runs;
    private final Fleet fleet;
    private final ChosenDevices chosen;
    private final CopyJobs copies;
    private final ApplicationEventPublisher publisher;
    private final TransactionTemplate transaction;
    private final Clock clock;

    RoutineClock(
            RoutineRepository routines,
            RoutineRunRepository runs,
            Fleet fleet,
            ChosenDevices chosen,
            CopyJobs copies,
            ApplicationEventPublisher publisher,
            TransactionTemplate transaction,
            Clock clock) {
        this.routines = routines;
        this.runs = runs;
        this.fleet = fleet;
        this.chosen = chosen;
        this.copies = copies;
        this.publisher = publisher;
        this.transaction = transaction;
        this.clock = clock;
    }

    /** The devices of a routine, or why they cannot be told: its group is gone, or a device that it names. */
    private record Reached(List<Device> devices, String problem) {}

    /** Looks once. */
    void tick() {
        for (long id : routines.due(clock.instant())) {
            try {
                routines.findById(id).ifPresent(routine -> start(id, reached(routine)));
            } catch (RuntimeException e) {
                LOG.error("Routine {} could not be started", id, e);
            }
        }
    }

    private void start(long id, Reached reached) {
        transaction.executeWithoutResult(
                status -> routines.lock(id).ifPresent(routine -> startIfDue(routine, reached)));
    }

    private void startIfDue(Routine routine, Reached reached) {
        Instant now = clock.instant();
        if (!routine.isOn()
                || routine.nextDueAt().filter(due -> !due.isAfter(now)).isEmpty()) return;
        Instant first = routine.nextDueAt().get();
        int times = routine.timesDue(first, now, MOST_COUNTED);
        boolean isLate = Duration.between(first, now).compareTo(GRACE) > 0;
        routine.dueAfter(now);
        if (!isLate) runs.save(run(routine, reached, new RoutineRun(routine.id(), first, now, Outcome.STARTED, 0)));
        else if (routine.missed() == Missed.MAKE_UP)
            runs.save(run(routine, reached, new RoutineRun(routine.id(), first, now, Outcome.MADE_UP, times)));
        else runs.save(new RoutineRun(routine.id(), first, now, Outcome.SKIPPED, times));
    }

    /** Somebody does not want to wait. */
    RoutineRun runNow(Routine routine, String account) {
        Instant now = clock.instant();
        List<Device> devices = devicesOf(routine);
        if (devices.isEmpty()) return runs.save(new RoutineRun(routine.id(), now, now, Outcome.NO_DEVICE, 0));
        RoutineRun run = new RoutineRun(routine.id(), now, now, Outcome.BY_HAND, 0);
        return runs.save(started(routine, devices, account, run));
    }

    private RoutineRun run(Routine routine, Reached reached, RoutineRun run) {
        if (!reached.problem().isEmpty()) return run.endedAs(Outcome.FAILED, reached.problem());
        if (reached.devices().isEmpty()) return run.endedAs(Outcome.NO_DEVICE, "");
        return started(routine, reached.devices(), "routine " + routine.name(), run);
    }

    /** Part of a transaction: what is started is as sure as that it was. */
    private RoutineRun started(Routine routine, List<Device> devices, String by, RoutineRun run) {
        if (routine.what() == What.COPY) return run.of(devices.size(), copies.start(devices, routine.name(), by));
        publisher.publishEvent(
                new JudgingDueEvent(devices.stream().map(Device::id).toList()));
        return run.of(devices.size());
    }

    /** Before any transaction: a query that cannot be read ends the one it is asked in. */
    private Reached reached(Routine routine) {
        try {
            return new Reached(devicesOf(routine), "");
        } catch (ProblemException e) {
            return new Reached(List.of(), String.valueOf(e.getMessage()));
        }
    }

    /** How many devices it would copy now; nothing if that cannot be told. */
    Optional<Long> reaches(Routine routine) {
        try {
            return Optional.of(
                    routine.devices().isEmpty()
                            ? chosen.count(routine.query())
                            : fleet.known(routine.devices()).size());
        } catch (ProblemException e) {
            return Optional.empty();
        }
    }

    private List<Device> devicesOf(Routine routine) {
        return routine.devices().isEmpty()
                ? chosen.meantBy(routine.query())
                : fleet.choose(fleet.known(routine.devices()));
    }
}
