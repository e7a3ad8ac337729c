package chaperone.server.software;

import chaperone.core.answer.Answer;
import chaperone.core.answer.KnownRelease;
import chaperone.core.answer.Question;
import chaperone.core.release.ImageIdentity;
import chaperone.server.event.Events;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.DeviceAnswer;
import chaperone.server.fleet.Fleet;
import chaperone.server.fleet.StandingChangedEvent;
import chaperone.server.problem.ProblemException;
import chaperone.server.problem.RetryOnConflict;
import java.time.Clock;
import java.util.Optional;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Which release devices of a model shall run, and whether they do. */
@Service
class StandardReleases {
    private final StandardReleaseRepository standards;
    private final Fleet fleet;
    private final Events events;
    private final ApplicationEventPublisher publisher;
    private final Clock clock;

    StandardReleases(
            StandardReleaseRepository standards,
            Fleet fleet,
            Events events,
            ApplicationEventPublisher publisher,
            Clock clock) {
        this.standards = standards;
        this.fleet = fleet;
        this.events = events;
        this.publisher = publisher;
        this.clock = clock;
    }

    /** @throws ProblemException if nobody vouches for the image */
    @Transactional
    void choose(Image image, String by) {
        if (image.vouchedBy().isEmpty())
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "not-checked",
                    "The digest of " + image.name() + " was not checked yet.",
                    "Check it against the list that lies beside it first.");
        ImageIdentity of = image.identity();
        StandardRelease standard = standards
                .findByPlatformAndModel(of.platform(), of.model())
                .orElseGet(() -> new StandardRelease(of.platform(), of.model()));
        standard.is(image, by, clock.instant());
        standards.save(standard);
        publisher.publishEvent(new StandardReleaseMovedEvent(of.platform(), of.model()));
    }

    @Transactional
    void withdraw(String platform, String model) {
        StandardRelease standard = standards
                .findByPlatformAndModel(platform, model)
                .orElseThrow(() -> ProblemException.notFound("standard release of", model));
        standards.delete(standard);
        publisher.publishEvent(new StandardReleaseMovedEvent(platform, model));
    }

    /** One device, asked anew; nothing if it was removed. */
    @RetryOnConflict
    @Transactional
    public void answerAnew(long id) {
        fleet.find(id).ifPresent(this::answer);
        events.fleetMoved();
    }

    /** Part of a transaction that brought something new. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void answer(Device device) {
        Optional<String> standard = standards
                .findByPlatformAndModel(device.platform(), device.model())
                .map(StandardRelease::release);
        Optional<Answer.Kind> before = device.answer(Question.CURRENT).map(DeviceAnswer::kind);
        Answer current = new KnownRelease(device.release(), standard).current();
        device.answer(Question.CURRENT, current, clock.instant());
        if (!before.equals(Optional.of(current.kind()))) publisher.publishEvent(new StandingChangedEvent(device));
    }
}
