package chaperone.server.standard;

import chaperone.server.answers.AnswersReadEvent;
import chaperone.server.audit.Audited;
import chaperone.server.fleet.DevicesPlacedEvent;
import chaperone.server.fleet.Fleet;
import chaperone.server.fleet.StandingChangedEvent;
import chaperone.server.removal.RemovalKind;
import chaperone.server.removal.RestoredEvent;
import chaperone.server.revision.RevisionsSettledEvent;
import chaperone.server.revision.RunningChangedEvent;
import chaperone.server.task.DeviceByDevice;
import java.time.Clock;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.event.TransactionPhase;
import org.springframework.transaction.event.TransactionalEventListener;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** When devices are judged: with a new configuration at once, and all of them when a standard was published. */
@RestController
class StandardJudging implements DisposableBean {
    private final Soundness soundness;
    private final Judgings judgings;
    private final Fleet fleet;
    private final Clock clock;
    private final DeviceByDevice worker;

    StandardJudging(Soundness soundness, Judgings judgings, Fleet fleet, Clock clock) {
        this.soundness = soundness;
        this.judgings = judgings;
        this.fleet = fleet;
        this.clock = clock;
        worker = new DeviceByDevice("judging", device -> soundness.judgeAnew(device, clock.instant()));
    }

    /** What a process that ended half way has left. */
    @EventListener(ApplicationReadyEvent.class)
    void goOn() {
        worker.doAll(judgings.waiting());
    }

    /** By hand: all devices, by what is in force. */
    @Audited("had all devices judged")
    @PostMapping("/api/judging")
    @ResponseStatus(HttpStatus.ACCEPTED)
    void judgeAll() {
        published(new StandardPublishedEvent());
    }

    @EventListener
    void runningChanged(RunningChangedEvent changed) {
        soundness.judge(changed.device(), clock.instant());
    }

    /** Only where a clause asks for it. */
    @EventListener
    void standingChanged(StandingChangedEvent changed) {
        soundness.judgeIfKnownIsAsked(changed.device(), clock.instant());
    }

    /** Tables move all the time: only where a clause asks for answers. */
    @EventListener
    void answersRead(AnswersReadEvent read) {
        soundness.judgeIfAnswersAreAsked(read.device(), clock.instant());
    }

    @EventListener
    void settled(RevisionsSettledEvent settled) {
        soundness.judge(settled.device(), clock.instant());
    }

    @TransactionalEventListener(phase = TransactionPhase.AFTER_COMMIT)
    void published(StandardPublishedEvent published) {
        worker.doAll(fleet.standings().stream().map(Fleet.Standing::id).toList());
    }

    @TransactionalEventListener(phase = TransactionPhase.AFTER_COMMIT)
    void due(JudgingDueEvent due) {
        worker.doAll(due.devices());
    }

    @TransactionalEventListener(phase = TransactionPhase.AFTER_COMMIT)
    void restored(RestoredEvent restored) {
        if (restored.kind() == RemovalKind.STANDARD) published(new StandardPublishedEvent());
    }

    /** Their site fills in other values, and other clauses may be for them. */
    @TransactionalEventListener(phase = TransactionPhase.AFTER_COMMIT)
    void placed(DevicesPlacedEvent placed) {
        worker.doAll(placed.devices());
    }

    @Override
    public void destroy() {
        worker.stop();
    }
}
