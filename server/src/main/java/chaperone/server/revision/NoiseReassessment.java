package chaperone.server.revision;

import chaperone.core.config.ConfigBytes;
import chaperone.core.config.ConfigDocument;
import chaperone.core.config.Grammar;
import chaperone.core.noise.Noise;
import chaperone.server.content.Contents;
import chaperone.server.event.Events;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.noise.NoiseChangedEvent;
import chaperone.server.noise.NoiseRules;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.task.Schedulers;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.scheduling.concurrent.ThreadPoolTaskScheduler;
import org.springframework.stereotype.Component;
import org.springframework.transaction.event.TransactionPhase;
import org.springframework.transaction.event.TransactionalEventListener;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * When noise has changed, works out anew which revisions differ in noise alone, one device after the other. Bytes and
 * numbers stay as they are. A server that stops in between leaves the rest as it was: the next copy of such a device
 * settles its newest revision all the same.
 */
@Component
class NoiseReassessment implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(NoiseReassessment.class);

    private final Fleet fleet;
    private final NoiseRules noiseRules;
    private final RevisionRepository revisions;
    private final Contents contents;
    private final PlatformRegistry platforms;
    private final Events events;
    private final TransactionTemplate transaction;
    private final ApplicationEventPublisher publisher;
    private final Clock clock;
    private final ThreadPoolTaskScheduler worker = Schedulers.interruptible("noise-reassessment", 1);

    NoiseReassessment(
            Fleet fleet,
            NoiseRules noiseRules,
            RevisionRepository revisions,
            Contents contents,
            PlatformRegistry platforms,
            Events events,
            TransactionTemplate transaction,
            ApplicationEventPublisher publisher,
            Clock clock) {
        this.publisher = publisher;
        this.clock = clock;
        this.fleet = fleet;
        this.noiseRules = noiseRules;
        this.revisions = revisions;
        this.contents = contents;
        this.platforms = platforms;
        this.events = events;
        this.transaction = transaction;
    }

    @TransactionalEventListener(phase = TransactionPhase.AFTER_COMMIT)
    void noiseMoved(NoiseChangedEvent moved) {
        for (long device : moved.devices()) worker.execute(() -> settle(device));
    }

    private void settle(long id) {
        try {
            transaction.executeWithoutResult(status -> fleet.find(id).ifPresent(this::settle));
        } catch (RuntimeException e) {
            LOG.error("Revisions of device {} could not be settled anew", id, e);
        }
    }

    private void settle(Device device) {
        Noise noise = noiseRules.of(device);
        Optional<Revision> running = settle(device, ConfigKind.RUNNING, noise);
        Optional<Revision> saved = settle(device, ConfigKind.SAVED, noise);
        settle(device, ConfigKind.AGREED, noise);
        if (running.isPresent() && saved.isPresent() && device.incomplete().isEmpty())
            device.savedIsRunning(running.get().settlesLike(saved.get()), clock.instant());
        publisher.publishEvent(new RevisionsSettledEvent(device));
        events.fleetMoved();
    }

    /** The newest one. */
    private Optional<Revision> settle(Device device, ConfigKind kind, Noise noise) {
        List<Revision> all = revisions.all(device.id(), kind);
        Grammar grammar = platforms.get(device.platform()).grammar();
        for (Revision revision : all) {
            String text = ConfigBytes.decode(contents.read(revision.digest()));
            revision.settle(History.settledDigest(noise.in(ConfigDocument.read(grammar, text))));
        }
        return all.isEmpty() ? Optional.empty() : Optional.of(all.get(all.size() - 1));
    }

    @Override
    public void destroy() {
        worker.shutdown();
    }
}
