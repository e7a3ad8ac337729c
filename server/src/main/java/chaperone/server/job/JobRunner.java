package chaperone.server.job;

import chaperone.connect.Conversation;
import chaperone.connect.ConversationException;
import chaperone.connect.ConversationLimits;
import chaperone.connect.ConversationLimits.Permit;
import chaperone.server.job.LineBook.Claimed;
import java.io.Serializable;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Does one line: waits for its turn, holds the device's lease while the handler works, notes the outcome. */
@Component
class JobRunner {
    private static final Logger LOG = LoggerFactory.getLogger(JobRunner.class);
    private static final Duration TURN = Duration.ofMillis(100);

    private final JobService jobs;
    private final LineBook book;
    private final Map<JobKind, LineHandler> handlers;
    private final ConversationLimits limits;
    private final DeviceLease leases;
    private final OpenConversations conversations;

    /**
     * Where a line's conversation takes place, as its task carries it.
     *
     * @param place under which limit it falls; a device whose site nobody has told yet counts for itself
     */
    record Where(String place, String address) implements Serializable {
        static Where of(NewLine line) {
            return new Where(line.site().isEmpty() ? line.host() : line.site(), line.host() + " " + line.port());
        }
    }

    /** What becomes of the line's task. */
    enum Next {
        DONE,
        LATER
    }

    JobRunner(
            JobService jobs,
            LineBook book,
            List<LineHandler> handlers,
            ConversationLimits limits,
            DeviceLease leases,
            OpenConversations conversations) {
        this.jobs = jobs;
        this.book = book;
        this.handlers = handlers.stream().collect(Collectors.toMap(LineHandler::kind, Function.identity()));
        this.limits = limits;
        this.leases = leases;
        this.conversations = conversations;
    }

    /** @param where the line's address and site, so that nothing has to be asked before its turn has come */
    Next run(long lineId, Where where) {
        Optional<Permit> permit = turn(where);
        if (permit.isEmpty()) return Next.LATER;
        try {
            return withLease(lineId, where);
        } finally {
            permit.get().close();
        }
    }

    private Optional<Permit> turn(Where where) {
        try {
            return limits.acquire(where.place(), TURN);
        } catch (InterruptedException e) {
            // The server is going down: the task stays, for the next start or another process.
            Thread.currentThread().interrupt();
            return Optional.empty();
        }
    }

    private Next withLease(long lineId, Where where) {
        if (!leases.take(where.address())) return Next.LATER;
        try {
            int stops = conversations.stops();
            Optional<Claimed> line = book.claim(lineId);
            if (line.isPresent()) book.end(lineId, handled(line.get(), stops));
            else jobs.stopIfAsked(lineId);
            return Next.DONE;
        } finally {
            leases.giveBack(where.address());
        }
    }

    private LineResult handled(Claimed line, int stops) {
        List<Conversation> held = new ArrayList<>();
        LineWork work = new LineWork(line.asked(), conversation -> {
            held.add(conversation);
            conversations.add(line.job(), conversation);
            // Somebody may have asked while the connection was being made: that word came too early for this one.
            if (conversations.stops() != stops && jobs.isStopAsked(line.job())) conversation.stop();
        });
        try {
            return handlers.get(line.kind()).handle(work);
        } catch (ConversationException e) {
            LOG.info("Job {}, {}", line.job(), e.getMessage());
            Outcome outcome = Outcome.of(e.kind());
            LineState state = outcome == Outcome.STOPPED ? LineState.STOPPED : LineState.FAILED;
            return new LineResult(state, outcome, e.seen());
        } catch (RuntimeException e) {
            LOG.error("Line {} of job {} failed", line.number(), line.job(), e);
            return LineResult.failed(Outcome.INTERNAL, "");
        } finally {
            held.forEach(conversation -> conversations.remove(line.job(), conversation));
        }
    }
}
