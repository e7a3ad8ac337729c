package chaperone.server.copy;

import chaperone.connect.Connector;
import chaperone.connect.Conversation;
import chaperone.connect.ConversationException;
import chaperone.connect.FailureKind;
import chaperone.connect.RetrievedCopy;
import chaperone.connect.Target;
import chaperone.core.platform.Platform;
import chaperone.server.copy.CopyStore.Stored;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.job.JobKind;
import chaperone.server.job.LineHandler;
import chaperone.server.job.LineResult;
import chaperone.server.job.LineWork;
import chaperone.server.job.Outcome;
import chaperone.server.platform.PlatformShelf;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Copies one device. */
@Component
class CopyHandler implements LineHandler {
    private final Fleet fleet;
    private final CopyStore store;
    private final Connector connector;
    private final PlatformShelf platforms;

    CopyHandler(Fleet fleet, CopyStore store, Connector connector, PlatformShelf platforms) {
        this.fleet = fleet;
        this.store = store;
        this.connector = connector;
        this.platforms = platforms;
    }

    @Override
    public JobKind kind() {
        return JobKind.COPY;
    }

    @Override
    public LineResult handle(LineWork work) {
        Optional<Device> device = work.line().device().flatMap(fleet::find);
        if (device.isEmpty()) return LineResult.failed(Outcome.DEVICE_GONE, "");
        RetrievedCopy copy = retrieve(device.get(), work);
        return store.store(device.get().id(), copy)
                .map(CopyHandler::result)
                .orElseGet(() -> LineResult.failed(Outcome.DEVICE_GONE, ""));
    }

    private RetrievedCopy retrieve(Device device, LineWork work) {
        Platform platform = platforms.get(device.platform());
        Target target = fleet.target(device);
        try (Conversation conversation = connector.open(target, platform, work::holds)) {
            return RetrievedCopy.from(conversation, platform);
        } catch (ConversationException e) {
            if (e.kind() != FailureKind.STOPPED)
                store.failed(device.id(), e.kind().name());
            throw e;
        }
    }

    private static LineResult result(Stored stored) {
        if (!stored.runningIsNew() && !stored.savedIsNew()) return LineResult.done(Outcome.NOTHING_NEW, "");
        String which = stored.runningIsNew() && stored.savedIsNew()
                ? "running and saved"
                : stored.runningIsNew() ? "running" : "saved";
        return LineResult.done(Outcome.NEW_REVISION, which);
    }
}
