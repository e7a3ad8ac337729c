package chaperone.server.rollout;

import chaperone.connect.Connector;
import chaperone.connect.DeviceSoftware;
import chaperone.connect.FactReading;
import chaperone.connect.RetrievedCopy;
import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.ConversationListener;
import chaperone.connect.conversation.FailureKind;
import chaperone.connect.conversation.Written;
import chaperone.connect.file.TransferProgress;
import chaperone.core.change.ConfigModel;
import chaperone.core.fact.Facts;
import chaperone.core.platform.FileWay;
import chaperone.core.platform.Platform;
import chaperone.core.platform.SoftwareRequests;
import chaperone.core.release.RolloutEvent;
import chaperone.core.release.RolloutState;
import chaperone.core.table.TableKind;
import chaperone.core.table.TableReader;
import chaperone.server.copy.DeviceSessions;
import chaperone.server.copy.DeviceSessions.DeviceSession;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.lease.DeviceLease;
import chaperone.server.lease.DeviceLease.Lease;
import chaperone.server.noise.NoiseRules;
import chaperone.server.origin.PlannedWork;
import chaperone.server.outcome.ConversationOutcome;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.revision.ConfigKind;
import chaperone.server.revision.History;
import chaperone.server.secret.SecretMasks;
import chaperone.server.software.RolloutImages;
import chaperone.server.software.RolloutImages.ImageFile;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** Takes one step on one device of a rollout, and says what came of it. Nothing here decides what comes next. */
@Component
class RolloutSteps {
    /** Uptimes are told in whole seconds, and clocks differ a little. */
    private static final Duration TOLERANCE = Duration.ofSeconds(3);

    private static final int MOST_ATTEMPTS = 2;
    private static final Duration PACE = Duration.ofSeconds(2);

    private final DeviceSessions sessions;
    private final Connector connector;
    private final Fleet fleet;
    private final History history;
    private final NoiseRules noise;
    private final PlatformRegistry platforms;
    private final RolloutImages images;
    private final DeviceLease leases;
    private final SecretMasks masks;
    private final Clock clock;
    private final Duration returnWait;
    private final Duration settleWait;

    RolloutSteps(
            DeviceSessions sessions,
            Connector connector,
            Fleet fleet,
            History history,
            NoiseRules noise,
            PlatformRegistry platforms,
            RolloutImages images,
            DeviceLease leases,
            SecretMasks masks,
            Clock clock,
            @Value("${chaperone.rollout.return-wait:15m}") Duration returnWait,
            @Value("${chaperone.rollout.settle-wait:2m}") Duration settleWait) {
        this.sessions = sessions;
        this.connector = connector;
        this.fleet = fleet;
        this.history = history;
        this.noise = noise;
        this.platforms = platforms;
        this.images = images;
        this.leases = leases;
        this.masks = masks;
        this.clock = clock;
        this.returnWait = returnWait;
        this.settleWait = settleWait;
    }

    /** @param partner the other device of its pair */
    record Context(
            RolloutDevice line,
            Device device,
            Optional<Device> partner,
            Consumer<StepOutcome.Stood> stood,
            TransferProgress copied,
            Runnable stillHeld,
            ConversationListener console) {}

    StepOutcome take(RolloutState state, Context step) {
        try {
            return switch (state) {
                case PREPARING -> prepare(step);
                case SWITCHING -> switchOver(step);
                case RETURNING -> awaitReturn(step);
                case VERIFYING -> verify(step);
                default -> throw new IllegalArgumentException("Nothing is to be done in " + state);
            };
        } catch (ConversationException e) {
            return failed(state, step, e);
        }
    }

    private StepOutcome failed(RolloutState state, Context step, ConversationException e) {
        String fact = ConversationOutcome.of(e.kind()).meaning();
        return switch (state) {
            // Nothing was altered: it is begun anew when the rollout goes on.
            case PREPARING ->
                e.kind() == FailureKind.STOPPED
                        ? StepOutcome.of(RolloutEvent.BROKEN, "copying was stopped")
                        : StepOutcome.of(RolloutEvent.NOT_PREPARED, fact);
            // Whether it got the word to restart is seen by looking at it.
            case SWITCHING ->
                e.written() == Written.NOTHING
                        ? StepOutcome.of(RolloutEvent.NOT_PREPARED, fact)
                        : StepOutcome.of(RolloutEvent.SWITCHED, "the conversation broke: " + fact);
            case RETURNING ->
                isOver(step, returnWait)
                        ? StepOutcome.of(RolloutEvent.GONE, "not back after " + minutes(returnWait) + ": " + fact)
                        : StepOutcome.again(fact);
            default ->
                isOver(step, returnWait.plus(settleWait))
                        ? StepOutcome.of(RolloutEvent.DIFFERS, fact)
                        : StepOutcome.again(fact);
        };
    }

    private boolean isOver(Context step, Duration wait) {
        Instant from = step.line().switchedAt().orElseGet(clock::instant);
        return clock.instant().isAfter(from.plus(wait));
    }

    private static String minutes(Duration time) {
        return time.toMinutes() > 0 ? time.toMinutes() + " min" : time.toSeconds() + " s";
    }

    private StepOutcome prepare(Context step) {
        ImageFile image = images.file(step.line().image());
        Platform platform = platforms.get(step.device().platform());
        SoftwareRequests software = platform.software().orElseThrow();
        try (DeviceSession session = sessions.open(step.device().id(), step.console())) {
            RetrievedCopy copy = session.copy();
            session.store(copy, Optional.empty());
            String runs = copy.facts().release().orElse("");
            if (runs.equals(image.release())) return StepOutcome.of(RolloutEvent.HAS_IT, "runs it already");
            Optional<String> hindrance = hindrance(step, platform, copy);
            if (hindrance.isPresent()) return StepOutcome.of(RolloutEvent.NOT_PREPARED, hindrance.get());
            if (DeviceSoftware.digest(session.conversation(), software, image.name())
                    .filter(image.sha256()::equals)
                    .isPresent())
                return StepOutcome.of(RolloutEvent.PREPARED, "the image lies there, digest as listed");
            long free = copy.facts().storage().map(Facts.Storage::free).orElse(Long.MAX_VALUE);
            if (free < image.size())
                return StepOutcome.of(
                        RolloutEvent.NOT_PREPARED,
                        "no room: " + free + " bytes are free, the image has " + image.size());
        }
        step.stillHeld().run();
        FileWay way = platform.files().orElseThrow();
        DeviceSoftware.send(
                connector,
                fleet.target(step.device()),
                way,
                software,
                image.name(),
                image.content(),
                new PacedProgress(step.copied(), PACE, image.size()));
        return verified(step, software, image);
    }

    private StepOutcome verified(Context step, SoftwareRequests software, ImageFile image) {
        if (software.digest().isEmpty()) return StepOutcome.of(RolloutEvent.PREPARED, "fetched back, the same");
        try (DeviceSession session = sessions.open(step.device().id(), step.console())) {
            Optional<String> told = DeviceSoftware.digest(session.conversation(), software, image.name());
            if (told.filter(image.sha256()::equals).isPresent())
                return StepOutcome.of(RolloutEvent.PREPARED, "copied ahead, digest as listed");
            DeviceSoftware.drop(session.conversation(), software, image.name());
            return StepOutcome.of(
                    RolloutEvent.NOT_PREPARED,
                    "the file that arrived is another one: its digest differs; it was removed");
        }
    }

    /** A restart would lose what is not saved. */
    private Optional<String> hindrance(Context step, Platform platform, RetrievedCopy copy) {
        boolean isSaved = copy.saved()
                .map(saved -> model(step.device(), platform)
                        .differences(saved, copy.running())
                        .counts()
                        .areNone())
                .orElse(true);
        return isSaved ? Optional.empty() : Optional.of("it runs lines that are not saved: a restart would lose them");
    }

    private ConfigModel model(Device device, Platform platform) {
        return ConfigModel.of(platform, noise.of(device));
    }

    private StepOutcome switchOver(Context step) {
        Optional<StepOutcome> hindered = partnerProblem(step);
        if (hindered.isPresent()) return hindered.get();
        ImageFile image = images.file(step.line().image());
        try (DeviceSession session = sessions.open(step.device().id(), step.console())) {
            RetrievedCopy copy = session.copy();
            session.store(copy, Optional.empty());
            SoftwareRequests software = session.platform().software().orElseThrow();
            Optional<String> hindrance = hindrance(step, session.platform(), copy);
            if (hindrance.isPresent()) return StepOutcome.of(RolloutEvent.NOT_PREPARED, hindrance.get());
            int revision =
                    history.newest(step.device(), ConfigKind.RUNNING).revision().number();
            step.stood().accept(new StepOutcome.Stood(revision, neighbours(session)));
            step.stillHeld().run();
            try {
                DeviceSoftware.startFrom(session.conversation(), software, image.name());
            } catch (ConversationException e) {
                if (e.kind() != FailureKind.COMMAND_REFUSED) throw e;
                return StepOutcome.of(RolloutEvent.REFUSED, masks.shown(session.platform(), e.seen()));
            }
            step.stillHeld().run();
            DeviceSoftware.restart(session.conversation(), software);
            return StepOutcome.of(RolloutEvent.SWITCHED, "restarts from " + image.name());
        }
    }

    /** Both of a pair are never away at once. */
    private Optional<StepOutcome> partnerProblem(Context step) {
        if (step.partner().isEmpty()) return Optional.empty();
        Device partner = step.partner().get();
        String address = partner.host() + " " + partner.port();
        try (Lease lease = leases.take(List.of(address))) {
            if (!lease.holds(address)) return Optional.of(StepOutcome.again("somebody else talks to its partner"));
            try (DeviceSession session = sessions.open(partner.id(), ConversationListener.NONE)) {
                FactReading.of(session.conversation(), session.platform());
                return Optional.empty();
            }
        } catch (ConversationException e) {
            String fact = "its partner " + partner.name() + " does not answer: "
                    + ConversationOutcome.of(e.kind()).meaning();
            return Optional.of(StepOutcome.of(RolloutEvent.NOT_PREPARED, fact));
        }
    }

    private static List<String> neighbours(DeviceSession session) {
        List<String> names = new ArrayList<>();
        for (TableReader table : session.platform().tables()) {
            if (table.kind() != TableKind.NEIGHBOURS) continue;
            table.read(session.conversation().ask(table.request())).rows().stream()
                    .map(row -> row.cell("name") + " at " + row.cell("port"))
                    .sorted()
                    .forEach(names::add);
        }
        return names;
    }

    private StepOutcome awaitReturn(Context step) {
        String wanted = images.file(step.line().image()).release();
        try (DeviceSession session = sessions.open(step.device().id(), step.console())) {
            Facts facts = FactReading.of(session.conversation(), session.platform());
            String runs = facts.release().orElse("");
            if (runs.equals(wanted)) return StepOutcome.of(RolloutEvent.BACK, "runs " + runs);
            Instant switched = step.line().switchedAt().orElseGet(clock::instant);
            boolean isRestarted = facts.uptime()
                    .map(uptime -> clock.instant().minus(uptime).isAfter(switched.minus(TOLERANCE)))
                    .orElse(isOver(step, settleWait));
            if (isRestarted && isOver(step, TOLERANCE.plusSeconds(1)))
                return StepOutcome.of(RolloutEvent.OTHER_RELEASE, "came back on " + runs + ", not on " + wanted);
            if (!isOver(step, settleWait)) return StepOutcome.again("still answers");
            // Whoever was told it twice and goes on as if nothing was said needs a person.
            return step.line().attempts() < MOST_ATTEMPTS
                    ? StepOutcome.of(RolloutEvent.NOT_RESTARTED, "it was never restarted")
                    : StepOutcome.of(RolloutEvent.GONE, "it was told to restart, and does not");
        }
    }

    private StepOutcome verify(Context step) {
        ImageFile image = images.file(step.line().image());
        try (DeviceSession session = sessions.open(step.device().id(), step.console())) {
            RetrievedCopy copy = session.copy();
            // What differs since the restart is the other release's doing.
            session.store(copy, Optional.of(PlannedWork.rollout(step.line().rollout())));
            List<String> missing = new ArrayList<>(step.line().neighbours());
            missing.removeAll(neighbours(session));
            if (!missing.isEmpty()) {
                return isOver(step, returnWait.plus(settleWait))
                        ? StepOutcome.of(RolloutEvent.DIFFERS, "neighbours are missing: " + String.join(", ", missing))
                        : StepOutcome.again("waits for " + missing.size() + " neighbours");
            }
            Optional<String> differs = configurationProblem(step, session.platform(), copy.running());
            if (differs.isPresent()) return StepOutcome.of(RolloutEvent.DIFFERS, differs.get());
            SoftwareRequests software = session.platform().software().orElseThrow();
            boolean isCleared = DeviceSoftware.drop(session.conversation(), software, image.name());
            int beside = step.line().neighbours().size();
            return StepOutcome.of(
                    RolloutEvent.VERIFIED,
                    "runs " + image.release() + ", configuration and " + beside + " neighbours as before"
                            + (isCleared ? "; image cleared away" : ""));
        }
    }

    private Optional<String> configurationProblem(Context step, Platform platform, String running) {
        if (step.line().baseRevision().isEmpty()) return Optional.empty();
        int number = step.line().baseRevision().get();
        String before = history.get(step.device(), ConfigKind.RUNNING, number).whole();
        return model(step.device(), platform)
                        .differences(before, running)
                        .counts()
                        .areNone()
                ? Optional.empty()
                : Optional.of("its configuration is not what it was: compare it with revision " + number);
    }
}
