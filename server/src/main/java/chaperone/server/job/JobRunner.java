package chaperone.server.job;

import chaperone.connect.Conversation;
import chaperone.connect.ConversationException;
import chaperone.connect.ConversationLimits;
import chaperone.connect.ConversationLimits.Permit;
import chaperone.server.job.LineBook.Claimed;
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

/** Does lines: waits for their turn, holds each device's lease while the handler works, notes the outcome. */
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

    /** What becomes of the lines' task. */
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

    /** Lines that have ended already are passed over, so that a group can be done again after a process died in it. */
    Next run(LineGroup group) {
        Optional<Permit> permit = turn(group);
        if (permit.isEmpty()) return Next.LATER;
        try {
            boolean all = true;
            for (LineGroup.Member member : group.members()) all &= withLease(member);
            return all ? Next.DONE : Next.LATER;
        } finally {
            permit.get().close();
        }
    }

    private Optional<Permit> turn(LineGroup group) {
        try {
            return limits.acquire(group.place(), TURN);
        } catch (InterruptedException e) {
            // The server is going down: the task stays, for the next start or another process.
            Thread.currentThread().interrupt();
            return Optional.empty();
        }
    }

    /** False if somebody else talks to the device now. */
    private boolean withLease(LineGroup.Member member) {
        if (!leases.take(member.address())) return false;
        try {
            int stops = conversations.stops();
            Optional<Claimed> line = book.claim(member.line());
            if (line.isPresent()) book.end(member.line(), handled(line.get(), stops));
            else jobs.stopIfAsked(member.line());
            return true;
        } finally {
            leases.giveBack(member.address());
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
