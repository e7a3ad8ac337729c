package chaperone.server.run;

import chaperone.connect.DeviceEdit;
import chaperone.connect.EditResult;
import chaperone.connect.RetrievedCopy;
import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.FailureKind;
import chaperone.core.change.AddressMove;
import chaperone.core.change.ConfigEdit.Misfit;
import chaperone.core.change.Decision;
import chaperone.core.change.DeviceEvent;
import chaperone.core.change.DeviceState;
import chaperone.core.change.GiveBack;
import chaperone.core.patch.EditGuard;
import chaperone.core.patch.EditRequests;
import chaperone.core.platform.Platform;
import chaperone.core.structure.Difference;
import chaperone.server.copy.DeviceSessions;
import chaperone.server.copy.DeviceSessions.DeviceSession;
import chaperone.server.drift.Agreements;
import chaperone.server.fleet.Fleet;
import chaperone.server.origin.PlannedWork;
import chaperone.server.outcome.ConversationOutcome;
import chaperone.server.problem.ProblemException;
import chaperone.server.secret.SecretMasks;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Takes one step on one device: talks to it, and says what came of it. Nothing here decides what comes next. */
@Component
class DeviceSteps {
    /** Beyond the guard's own time: a device may have to start anew. */
    private static final Duration PATIENCE = Duration.ofMinutes(3);

    private static final int MOST_BREAKS = 6;

    /** Nobody answers there, or somebody else does. */
    private static final Set<FailureKind> NOT_THERE = EnumSet.of(
            FailureKind.NO_ANSWER,
            FailureKind.PORT_CLOSED,
            FailureKind.OTHER_PROTOCOL,
            FailureKind.HOST_KEY_CHANGED,
            FailureKind.CERTIFICATE_CHANGED);

    private static final Logger LOG = LoggerFactory.getLogger(DeviceSteps.class);

    private final DeviceSessions sessions;
    private final Fleet fleet;
    private final Agreements agreements;
    private final SecretMasks masks;
    private final Clock clock;

    DeviceSteps(DeviceSessions sessions, Fleet fleet, Agreements agreements, SecretMasks masks, Clock clock) {
        this.sessions = sessions;
        this.fleet = fleet;
        this.agreements = agreements;
        this.masks = masks;
        this.clock = clock;
    }

    StepResult take(DeviceState state, StepContext step, StepConsole console) {
        try (DeviceSession session = open(state, step, console)) {
            return switch (state) {
                case READING -> read(session, step);
                case LOADING -> load(session, step);
                case CHECKING -> check(session, step);
                case KEEPING -> keep(session, step);
                case GIVING_BACK -> giveBack(session, step);
                case PROBING -> probe(session, step);
                default -> throw new IllegalArgumentException("Nothing is to be done in " + state);
            };
        } catch (ConversationException e) {
            return failed(state, step, e);
        }
    }

    private DeviceSession open(DeviceState state, StepContext step, StepConsole console) {
        if (step.move().isEmpty() || state == DeviceState.READING) return sessions.open(step.device(), console);
        AddressMove move = step.move().get();
        String first = state == DeviceState.LOADING ? move.from() : move.to();
        try {
            return sessions.open(step.device(), Optional.of(first), console);
        } catch (ConversationException e) {
            if (!NOT_THERE.contains(e.kind())) throw e;
            return sessions.open(step.device(), Optional.of(move.other(first)), console);
        }
    }

    private StepResult failed(DeviceState state, StepContext step, ConversationException e) {
        String fact = ConversationOutcome.of(e.kind()).meaning();
        return switch (state) {
            case READING -> StepResult.of(DeviceEvent.NOT_REACHED, fact);
            // Nothing is written before the lines, and what becomes of those is a result of its own.
            case LOADING -> StepResult.of(DeviceEvent.NOT_REACHED, fact);
            case PROBING -> isGivenUp(step) ? StepResult.of(DeviceEvent.LOST, fact) : StepResult.again(fact);
            default -> StepResult.of(DeviceEvent.UNKNOWN, fact);
        };
    }

    private boolean isGivenUp(StepContext step) {
        Instant from = step.probedFrom().orElseGet(clock::instant);
        return clock.instant().isAfter(from.plus(step.guard()).plus(PATIENCE));
    }

    private StepResult read(DeviceSession session, StepContext step) {
        RetrievedCopy copy = session.copy();
        session.store(copy, Optional.empty());
        if (!isBase(copy.running(), step)) return moved(copy, step);
        boolean mayLoseLines = goesBackToSaved(session.platform()) && !step.savesFirst() && isUnsaved(copy, step);
        if (mayLoseLines)
            return StepResult.of(DeviceEvent.HAS_MOVED, "it runs lines that are not saved: its guard would lose them");
        return StepResult.of(DeviceEvent.FITS, "as previewed");
    }

    private StepResult moved(RetrievedCopy copy, StepContext step) {
        List<Difference> moved = step.model()
                .differences(step.promise().base(), copy.running())
                .withMeaning()
                .differences();
        return StepResult.of(DeviceEvent.HAS_MOVED, "changed since the preview: " + named(step, moved));
    }

    private StepResult load(DeviceSession session, StepContext step) {
        RetrievedCopy copy = session.copy();
        boolean isBase = isBase(copy.running(), step);
        boolean goesForward = step.decision() == Decision.KEEP;
        if (!isBase && !goesForward) return moved(copy, step);
        EditRequests edit = session.platform().edit().orElseThrow();
        if (step.savesFirst() && goesBackToSaved(session.platform()) && isUnsaved(copy, step)) {
            step.stillHeld().run();
            DeviceEdit.save(session.conversation(), edit);
        }
        String from = isBase ? step.promise().base() : copy.running();
        List<String> lines = step.model().patch(from, step.promise().text()).lines();
        Instant until = clock.instant().plus(guardTime(edit, step));
        EditResult result = DeviceEdit.guarded(session.conversation(), edit, lines, step.terms(), step.stillHeld());
        Optional<Instant> guardUntil = edit.guard().map(guard -> until);
        return loaded(result, lines, session.platform()).guarded(guardUntil);
    }

    private static Duration guardTime(EditRequests edit, StepContext step) {
        return edit.guard().map(guard -> guard.within(step.guard())).orElse(Duration.ZERO);
    }

    private StepResult loaded(EditResult result, List<String> lines, Platform platform) {
        if (result instanceof EditResult.Refused refused)
            return StepResult.of(DeviceEvent.REFUSED, refusal(refused, lines, platform));
        if (result instanceof EditResult.NotSent notSent)
            return StepResult.of(DeviceEvent.NOT_REACHED, meaning(notSent.cause()));
        if (result instanceof EditResult.Unknown unknown)
            return StepResult.of(DeviceEvent.UNKNOWN, meaning(unknown.cause()));
        return StepResult.of(DeviceEvent.LOADED, lines.size() + " sent");
    }

    private String refusal(EditResult.Refused refused, List<String> lines, Platform platform) {
        String words = masks.shown(platform, refused.words());
        if (refused.line() < 0) return "refused: " + words;
        String line = masks.shown(platform, lines.get(refused.line()));
        return "refused at line " + (refused.line() + 1) + " of " + lines.size() + ", \"" + line + "\": " + words;
    }

    private static String meaning(ConversationException e) {
        return ConversationOutcome.of(e.kind()).meaning();
    }

    private StepResult check(DeviceSession session, StepContext step) {
        RetrievedCopy copy = session.copy();
        List<Difference> broken = step.promise().brokenBy(copy.running(), step.model());
        return broken.isEmpty()
                ? StepResult.of(DeviceEvent.PROMISE_KEPT, "exact")
                : StepResult.of(DeviceEvent.PROMISE_BROKEN, "not as promised: " + named(step, broken));
    }

    private StepResult keep(DeviceSession session, StepContext step) {
        EditRequests edit = session.platform().edit().orElseThrow();
        if (!step.promise().isKeptBy(session.copy().running(), step.model()))
            return StepResult.of(DeviceEvent.PROMISE_BROKEN, "what was loaded is gone");
        step.stillHeld().run();
        DeviceEdit.keep(session.conversation(), edit, step.terms());
        DeviceEdit.save(session.conversation(), edit);
        RetrievedCopy copy = session.copy();
        boolean isSaved = copy.saved()
                .map(saved -> step.promise().isKeptBy(saved, step.model()))
                .orElse(true);
        if (!step.promise().isKeptBy(copy.running(), step.model()) || !isSaved)
            return StepResult.of(DeviceEvent.PROMISE_BROKEN, "it did not stay after it was kept");
        session.store(copy, Optional.of(PlannedWork.change(step.change())));
        agreements.changed(step.device(), step.promise().base(), step.by(), step.change());
        return StepResult.of(DeviceEvent.SAVED, "kept and saved" + followed(session, step))
                .standing(copy.running());
    }

    /** The fleet calls it by the address at which it answers now. */
    private String followed(DeviceSession session, StepContext step) {
        if (step.move().isEmpty()) return "";
        try {
            fleet.follow(step.device(), session.host());
            return ", at " + session.host();
        } catch (ProblemException e) {
            LOG.warn("Device {} answers at {} now: {}", step.device(), session.host(), e.getMessage());
            return ", at " + session.host() + ", which is not written down: " + e.getMessage();
        }
    }

    private StepResult giveBack(DeviceSession session, StepContext step) {
        EditRequests edit = session.platform().edit().orElseThrow();
        step.stillHeld().run();
        DeviceEdit.giveBack(session.conversation(), edit, step.terms());
        GiveBack back = GiveBack.from(session.copy().running(), step.promise(), step.model());
        step.stillHeld().run();
        if (!back.commands().isEmpty()) {
            List<String> lines = back.commands().lines();
            EditResult result = DeviceEdit.apply(session.conversation(), edit, lines);
            if (result instanceof EditResult.Unknown unknown) throw unknown.cause();
            if (result instanceof EditResult.NotSent notSent) throw notSent.cause();
            boolean isRefused = result instanceof EditResult.Refused && !isBack(session, step);
            if (isRefused) return wayBackRefused(refusal((EditResult.Refused) result, lines, session.platform()), step);
        }
        // Else it would go back to what is saved in the middle of somebody's work.
        DeviceEdit.keep(session.conversation(), edit, step.terms());
        RetrievedCopy copy = session.copy();
        boolean wasSaved = copy.saved()
                .filter(saved -> step.promise().isKeptBy(saved, step.model()))
                .isPresent();
        if (wasSaved && !isBase(step.promise().text(), step)) {
            DeviceEdit.save(session.conversation(), edit);
            copy = session.copy();
        }
        session.store(copy, Optional.empty());
        return givenBack(copy, step, followed(session, step));
    }

    /** What was refused may have been no more than the last word. */
    private static boolean isBack(DeviceSession session, StepContext step) {
        return GiveBack.from(session.copy().running(), step.promise(), step.model())
                .isDone();
    }

    /**
     * Somebody may have locked it for a while: it is read, and the way back tried, a few times more. Its guard stays on: in
     * the end it is the only one left who may lead the device back.
     */
    private static StepResult wayBackRefused(String refusal, StepContext step) {
        DeviceEvent event = step.breaks() < MOST_BREAKS ? DeviceEvent.UNKNOWN : DeviceEvent.NOT_BACK;
        return StepResult.of(event, "the way back was " + refusal);
    }

    private StepResult givenBack(RetrievedCopy copy, StepContext step, String followed) {
        GiveBack rest = GiveBack.from(copy.running(), step.promise(), step.model());
        if (!rest.isDone()) return StepResult.of(DeviceEvent.NOT_BACK, "not as before: " + missing(rest, step));
        String others = rest.foreign().isEmpty() ? "" : "; somebody else altered other lines meanwhile";
        return StepResult.of(DeviceEvent.BACK, "as before" + followed + others);
    }

    private String missing(GiveBack rest, StepContext step) {
        if (rest.misfits().isEmpty()) {
            int commands = rest.commands().commands().size();
            return commands + (commands == 1 ? " command is missing" : " commands are missing");
        }
        String misfits = rest.misfits().stream().map(Misfit::message).limit(3).collect(Collectors.joining(", "));
        return masks.shown(step.platform(), misfits) + "; others: "
                + masks.shown(step.platform(), String.join(", ", rest.foreign()));
    }

    private StepResult probe(DeviceSession session, StepContext step) {
        String stands = session.copy().running();
        if (step.breaks() > MOST_BREAKS)
            return StepResult.of(DeviceEvent.LOST, "the conversation broke " + step.breaks() + " times");
        if (isBase(stands, step) && !isBase(step.promise().text(), step))
            return StepResult.of(DeviceEvent.BASE_STANDS, "what was before stands");
        return step.promise().isKeptBy(stands, step.model())
                ? StepResult.of(DeviceEvent.PROMISE_STANDS, "what was promised stands")
                : StepResult.of(DeviceEvent.OTHER_STANDS, "only a part of it stands");
    }

    private static boolean isBase(String text, StepContext step) {
        return step.model().differences(step.promise().base(), text).counts().areNone();
    }

    private static boolean isUnsaved(RetrievedCopy copy, StepContext step) {
        return copy.saved()
                .filter(saved -> !step.model()
                        .differences(saved, copy.running())
                        .counts()
                        .areNone())
                .isPresent();
    }

    private static boolean goesBackToSaved(Platform platform) {
        return platform.edit()
                .flatMap(EditRequests::guard)
                .filter(guard -> guard.goesBackTo() == EditGuard.GoesBackTo.SAVED)
                .isPresent();
    }

    /** A few of them: the comparison shows all. */
    private String named(StepContext step, List<Difference> differences) {
        String some = String.join(
                ", ",
                differences.stream()
                        .map(each -> "\"" + each.partLabel() + "\"")
                        .distinct()
                        .limit(3)
                        .toList());
        return masks.shown(step.platform(), some);
    }
}
