package chaperone.server.copy;

import chaperone.connect.DeviceEdit;
import chaperone.server.copy.CopyStore.Stored;
import chaperone.server.copy.DeviceSessions.DeviceSession;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.job.JobKind;
import chaperone.server.job.JobLineContext;
import chaperone.server.job.JobLineHandler;
import chaperone.server.job.JobLineResult;
import chaperone.server.job.JobOutcome;
import chaperone.server.outcome.Outcome;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Has a device save what it runs, if that is what its newest copy showed; copied before and after. */
@Component
class SaveHandler implements JobLineHandler {
    private final DeviceSessions sessions;
    private final CopyStore store;
    private final Fleet fleet;

    SaveHandler(DeviceSessions sessions, CopyStore store, Fleet fleet) {
        this.sessions = sessions;
        this.store = store;
        this.fleet = fleet;
    }

    @Override
    public JobKind kind() {
        return JobKind.SAVE;
    }

    @Override
    public List<? extends Outcome> outcomes() {
        return List.of(SaveOutcome.values());
    }

    @Override
    public JobLineResult handle(JobLineContext work) {
        Optional<Long> device = work.line().device().filter(id -> fleet.find(id).isPresent());
        if (device.isEmpty()) return gone();
        try (DeviceSession session = sessions.open(device.get(), work::holds)) {
            return saved(device.get(), session);
        }
    }

    private JobLineResult saved(long id, DeviceSession session) {
        Optional<Stored> seen = store.store(id, session.copy());
        if (seen.isEmpty()) return gone();
        if (seen.get().runningIsNew()) return done(SaveOutcome.RUNS_SOMETHING_ELSE);
        if (isSaved(id)) return done(SaveOutcome.SAVED_ALREADY);
        DeviceEdit.save(session.conversation(), session.platform().edit().orElseThrow());
        if (store.store(id, session.copy()).isEmpty()) return gone();
        return done(isSaved(id) ? SaveOutcome.SAVED : SaveOutcome.STILL_NOT_SAVED);
    }

    private boolean isSaved(long device) {
        return fleet.find(device).flatMap(Device::isSavedRunning).orElse(false);
    }

    private static JobLineResult done(SaveOutcome outcome) {
        return outcome == SaveOutcome.SAVED || outcome == SaveOutcome.SAVED_ALREADY
                ? JobLineResult.done(outcome, "")
                : JobLineResult.failed(outcome, "");
    }

    private static JobLineResult gone() {
        return JobLineResult.failed(JobOutcome.DEVICE_GONE, "");
    }
}
