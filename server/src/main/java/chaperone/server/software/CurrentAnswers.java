package chaperone.server.software;

import chaperone.server.fleet.DeviceToldEvent;
import chaperone.server.fleet.Fleet;
import chaperone.server.task.DeviceByDevice;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.event.TransactionPhase;
import org.springframework.transaction.event.TransactionalEventListener;

/** When devices answer whether they are current: with what they say of themselves, and with another standard release. */
@Component
class CurrentAnswers implements DisposableBean {
    private final StandardReleases standards;
    private final Fleet fleet;
    private final DeviceByDevice worker;

    CurrentAnswers(StandardReleases standards, Fleet fleet) {
        this.standards = standards;
        this.fleet = fleet;
        worker = new DeviceByDevice("current", standards::answerAnew);
    }

    @EventListener
    void told(DeviceToldEvent told) {
        standards.answer(told.device());
    }

    @TransactionalEventListener(phase = TransactionPhase.AFTER_COMMIT)
    void moved(StandardReleaseMovedEvent moved) {
        worker.doAll(fleet.ofModel(moved.platform(), moved.model()));
    }

    @Override
    public void destroy() {
        worker.stop();
    }
}
