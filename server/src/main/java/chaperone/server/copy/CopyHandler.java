package chaperone.server.copy;

import chaperone.connect.Connector;
import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.FailureKind;
import chaperone.core.platform.Platform;
import chaperone.server.copy.CopyContext.Sheet;
import chaperone.server.copy.CopyStore.Stored;
import chaperone.server.copy.DeviceCopy.Read;
import chaperone.server.job.JobKind;
import chaperone.server.job.JobLineAddition;
import chaperone.server.job.JobLineContext;
import chaperone.server.job.JobLineHandler;
import chaperone.server.job.JobLineResult;
import chaperone.server.job.JobOutcome;
import chaperone.server.outcome.Outcome;
import chaperone.server.platform.PlatformRegistry;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.springframework.stereotype.Component;

/** Copies one device. */
@Component
class CopyHandler implements JobLineHandler {
    private final CopyContext contexts;
    private final DeviceCopy copies;
    private final CopyStore store;
    private final Connector connector;
    private final PlatformRegistry platforms;
    private final Clock clock;

    CopyHandler(
            CopyContext contexts,
            DeviceCopy copies,
            CopyStore store,
            Connector connector,
            PlatformRegistry platforms,
            Clock clock) {
        this.clock = clock;
        this.contexts = contexts;
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
    public List<? extends Outcome> outcomes() {
        return List.of(CopyOutcome.values());
    }

    @Override
    public JobLineResult handle(JobLineContext work) {
        return begin(work.line().device().map(List::of).orElse(List.of())).apply(work);
    }

    @Override
    public Function<JobLineContext, JobLineResult> begin(List<Long> devices) {
        CopyContextPrefetch prefetch = new CopyContextPrefetch(contexts, devices, clock);
        return work -> copied(work, prefetch).about(work.line().target());
    }

    private JobLineResult copied(JobLineContext work, CopyContextPrefetch prefetch) {
        Optional<Long> device = work.line().device();
        Optional<Sheet> sheet = device.flatMap(prefetch::of);
        if (sheet.isEmpty()) return JobLineResult.failed(JobOutcome.DEVICE_GONE, "");
        long id = device.get();
        Read read = retrieve(id, sheet.get(), work);
        Optional<JobLineAddition> same = copies.sameAgain(id, sheet.get(), read);
        if (same.isPresent())
            return JobLineResult.done(CopyOutcome.NOTHING_NEW, "").with(same.get());
        return copies.store(id, sheet.get(), read)
                .map(CopyHandler::result)
                .orElseGet(() -> JobLineResult.failed(JobOutcome.DEVICE_GONE, ""));
    }

    private Read retrieve(long device, Sheet sheet, JobLineContext work) {
        Platform platform = platforms.get(sheet.platform());
        try (Conversation conversation = connector.open(sheet.target(), platform, work::holds)) {
            return copies.retrieve(conversation, sheet, platform, DeviceCopy.TABLES_AFTER);
        } catch (ConversationException e) {
            if (e.kind() != FailureKind.STOPPED) store.failed(device, e.kind().name());
            throw e;
        }
    }

    private static JobLineResult result(Stored stored) {
        if (!stored.doubt().isEmpty()) return JobLineResult.done(CopyOutcome.COPIED_IN_PART, stored.doubt());
        if (!stored.runningIsNew() && !stored.savedIsNew()) return JobLineResult.done(CopyOutcome.NOTHING_NEW, "");
        String which = stored.runningIsNew() && stored.savedIsNew()
                ? "running and saved"
                : stored.runningIsNew() ? "running" : "saved";
        return JobLineResult.done(CopyOutcome.NEW_REVISION, which);
    }
}
