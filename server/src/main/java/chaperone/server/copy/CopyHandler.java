package chaperone.server.copy;

import chaperone.connect.Connector;
import chaperone.connect.Conversation;
import chaperone.connect.ConversationException;
import chaperone.connect.FailureKind;
import chaperone.core.platform.Platform;
import chaperone.server.copy.CopySheet.Sheet;
import chaperone.server.copy.CopyStore.Stored;
import chaperone.server.copy.DeviceCopy.Read;
import chaperone.server.job.JobKind;
import chaperone.server.job.LineHandler;
import chaperone.server.job.LineNote;
import chaperone.server.job.LineResult;
import chaperone.server.job.LineWork;
import chaperone.server.job.Outcome;
import chaperone.server.platform.PlatformShelf;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.springframework.stereotype.Component;

/** Copies one device. */
@Component
class CopyHandler implements LineHandler {
    private final CopySheet sheets;
    private final DeviceCopy copies;
    private final CopyStore store;
    private final Connector connector;
    private final PlatformShelf platforms;
    private final Clock clock;

    CopyHandler(
            CopySheet sheets,
            DeviceCopy copies,
            CopyStore store,
            Connector connector,
            PlatformShelf platforms,
            Clock clock) {
        this.clock = clock;
        this.sheets = sheets;
        this.copies = copies;
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
        return begin(work.line().device().map(List::of).orElse(List.of())).apply(work);
    }

    @Override
    public Function<LineWork, LineResult> begin(List<Long> devices) {
        SheetsAhead ahead = new SheetsAhead(sheets, devices, clock);
        return work -> copied(work, ahead).about(work.line().target());
    }

    private LineResult copied(LineWork work, SheetsAhead ahead) {
        Optional<Long> device = work.line().device();
        Optional<Sheet> sheet = device.flatMap(ahead::of);
        if (sheet.isEmpty()) return LineResult.failed(Outcome.DEVICE_GONE, "");
        long id = device.get();
        Read read = retrieve(id, sheet.get(), work);
        Optional<LineNote> same = copies.sameAgain(id, sheet.get(), read);
        if (same.isPresent()) return LineResult.done(Outcome.NOTHING_NEW, "").with(same.get());
        return copies.store(id, sheet.get(), read)
                .map(CopyHandler::result)
                .orElseGet(() -> LineResult.failed(Outcome.DEVICE_GONE, ""));
    }

    private Read retrieve(long device, Sheet sheet, LineWork work) {
        Platform platform = platforms.get(sheet.platform());
        try (Conversation conversation = connector.open(sheet.target(), platform, work::holds)) {
            return copies.retrieve(conversation, sheet, platform, DeviceCopy.TABLES_AFTER);
        } catch (ConversationException e) {
            if (e.kind() != FailureKind.STOPPED) store.failed(device, e.kind().name());
            throw e;
        }
    }

    private static LineResult result(Stored stored) {
        if (!stored.doubt().isEmpty()) return LineResult.done(Outcome.COPIED_IN_PART, stored.doubt());
        if (!stored.runningIsNew() && !stored.savedIsNew()) return LineResult.done(Outcome.NOTHING_NEW, "");
        String which = stored.runningIsNew() && stored.savedIsNew()
                ? "running and saved"
                : stored.runningIsNew() ? "running" : "saved";
        return LineResult.done(Outcome.NEW_REVISION, which);
    }
}
