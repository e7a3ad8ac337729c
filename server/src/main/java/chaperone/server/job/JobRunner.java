package chaperone.server.job;

import chaperone.connect.Conversation;
import chaperone.connect.ConversationException;
import chaperone.connect.ConversationLimits;
import chaperone.connect.ConversationLimits.Permit;
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
    private final Map<JobKind, LineHandler> handlers;
    private final ConversationLimits limits;
    private final DeviceLease leases;
    private final OpenConversations conversations;

    /** What becomes of the line's task. */
    enum Next {
        DONE,
        LATER
    }

    JobRunner(
            JobService jobs,
            List<LineHandler> handlers,
            ConversationLimits limits,
            DeviceLease leases,
            OpenConversations conversations) {
        this.jobs = jobs;
        this.handlers = handlers.stream().collect(Collectors.toMap(LineHandler::kind, Function.identity()));
        this.limits = limits;
        this.leases = leases;
        this.conversations = conversations;
    }

    Next run(long lineId) {
        Optional<JobLine> line = jobs.find(lineId);
        if (line.isEmpty()) return Next.DONE;
        Optional<Permit> permit = turn(line.get());
        if (permit.isEmpty()) return Next.LATER;
        try {
            return withLease(line.get());
        } finally {
            permit.get().close();
        }
    }

    private Optional<Permit> turn(JobLine line) {
        try {
            return limits.acquire(place(line), TURN);
        } catch (InterruptedException e) {
            // The server is going down: the task stays, for the next start or another process.
            Thread.currentThread().interrupt();
            return Optional.empty();
        }
    }

    /** Where the line's conversation counts; a device whose site nobody has told yet counts for itself. */
    private static String place(JobLine line) {
        return line.site().isEmpty() ? line.host() : line.site();
    }

    private Next withLease(JobLine line) {
        String address = line.host() + " " + line.port();
        if (!leases.take(address)) return Next.LATER;
        try {
            jobs.begin(line.id()).ifPresent(begun -> jobs.end(begun, handled(begun)));
            return Next.DONE;
        } finally {
            leases.giveBack(address);
        }
    }

    private LineResult handled(JobLine line) {
        List<Conversation> held = new ArrayList<>();
        LineWork work = new LineWork(line.asked(), session -> {
            held.add(session);
            conversations.add(line.job(), session);
            // Somebody may have asked while the connection was being made: that word came too early for this session.
            if (jobs.isStopAsked(line.job())) session.stop();
        });
        try {
            return handlers.get(jobs.kindOf(line)).handle(work);
        } catch (ConversationException e) {
            LOG.info("Job {}, {}", line.job(), e.getMessage());
            Outcome outcome = Outcome.of(e.kind());
            LineState state = outcome == Outcome.STOPPED ? LineState.STOPPED : LineState.FAILED;
            return new LineResult(state, outcome, e.seen());
        } catch (RuntimeException e) {
            LOG.error("Line {} of job {} failed", line.number(), line.job(), e);
            return LineResult.failed(Outcome.INTERNAL, "");
        } finally {
            held.forEach(session -> conversations.remove(line.job(), session));
        }
    }
}
