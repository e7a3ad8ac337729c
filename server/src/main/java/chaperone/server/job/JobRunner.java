package chaperone.server.job;

import chaperone.connect.Conversation;
import chaperone.connect.ConversationException;
import chaperone.connect.ConversationLimits.Permit;
import chaperone.core.config.ConfigBytes;
import chaperone.server.job.DeviceLease.Lease;
import chaperone.server.job.LineBook.Claimed;
import chaperone.server.job.LineBook.Ended;
import chaperone.server.platform.PlatformShelf;
import chaperone.server.secret.SecretMasks;
import java.time.Duration;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Does lines: waits for their turn, holds the devices' leases while the handler works, notes the outcome. */
@Component
class JobRunner {
    private static final Logger LOG = LoggerFactory.getLogger(JobRunner.class);
    private static final Duration TURN = Duration.ofMillis(100);

    private final JobService jobs;
    private final LineBook book;
    private final Map<JobKind, LineHandler> handlers;
    private final ConversationPlaces limits;
    private final DeviceLease leases;
    private final OpenConversations conversations;
    private final PlatformShelf platforms;
    private final SecretMasks masks;

    /** What becomes of the lines' task. */
    enum Next {
        DONE,
        LATER
    }

    JobRunner(
            JobService jobs,
            LineBook book,
            List<LineHandler> handlers,
            ConversationPlaces limits,
            DeviceLease leases,
            OpenConversations conversations,
            PlatformShelf platforms,
            SecretMasks masks) {
        this.platforms = platforms;
        this.masks = masks;
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
        List<String> addresses =
                group.members().stream().map(LineGroup.Member::address).toList();
        Permit place = permit.get();
        try (place;
                Lease lease = leases.take(addresses)) {
            List<LineGroup.Member> free = group.members().stream()
                    .filter(member -> lease.holds(member.address()))
                    .toList();
            boolean areAllDone =
                    doInTurn(free, lease) && free.size() == group.members().size();
            return areAllDone ? Next.DONE : Next.LATER;
        }
    }

    /**
     * The end of a line is noted together with the beginning of the next.
     *
     * @return false if one was left out, since somebody else talks to its device by now
     */
    private boolean doInTurn(List<LineGroup.Member> members, Lease lease) {
        boolean areAllDone = true;
        Optional<Ended> before = Optional.empty();
        List<Long> devices = members.stream().map(LineGroup.Member::device).toList();
        Map<JobKind, Function<LineWork, LineResult>> begun = new EnumMap<>(JobKind.class);
        for (LineGroup.Member member : members) {
            if (!lease.begin(member.address())) {
                areAllDone = false;
                continue;
            }
            int stops = conversations.stops();
            Optional<Claimed> line = book.claim(member.line(), before);
            before = line.map(claimed -> {
                Function<LineWork, LineResult> handler = work -> begun.computeIfAbsent(
                                claimed.kind(), kind -> handlers.get(kind).begin(devices))
                        .apply(work);
                return new Ended(claimed.id(), claimed.job(), handled(claimed, handler, stops, lease));
            });
            if (line.isEmpty()) jobs.endIfNotToBeDone(member.line());
        }
        before.ifPresent(book::end);
        return areAllDone;
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

    private LineResult handled(Claimed line, Function<LineWork, LineResult> handler, int stops, Lease lease) {
        List<Conversation> held = new CopyOnWriteArrayList<>();
        lease.whenLost(() -> held.forEach(Conversation::stop));
        LineWork work = new LineWork(line.asked(), conversation -> {
            held.add(conversation);
            conversations.add(line.job(), conversation);
            // Somebody may have asked while the connection was being made: that word came too early for this one.
            if (conversations.stops() != stops && jobs.isStopAsked(line.job())) conversation.stop();
            if (lease.isLost()) conversation.stop();
        });
        try {
            LineResult result = handler.apply(work);
            // Somebody else may have been at the device meanwhile: what was found is worth nothing.
            if (lease.isLost()) throw new LeaseLostException(line.asked().host());
            return result;
        } catch (LeaseLostException e) {
            throw e;
        } catch (ConversationException e) {
            if (lease.isLost()) throw new LeaseLostException(line.asked().host());
            String seen = masks.of(platforms.current().all(), e.seen()).text();
            LOG.info("Job {}, line {}: {} {}", line.job(), line.number(), e.kind(), seen);
            Outcome outcome = Outcome.of(e.kind());
            LineState state = outcome == Outcome.STOPPED ? LineState.STOPPED : LineState.FAILED;
            return new LineResult(state, outcome, ConfigBytes.printable(seen), "");
        } catch (RuntimeException e) {
            LOG.error("Line {} of job {} failed", line.number(), line.job(), e);
            return LineResult.failed(Outcome.INTERNAL, "");
        } finally {
            held.forEach(conversation -> conversations.remove(line.job(), conversation));
        }
    }
}
