package chaperone.server.job;

import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.ConversationLimits.Permit;
import chaperone.core.config.ConfigBytes;
import chaperone.server.job.JobLineStore.Claimed;
import chaperone.server.job.JobLineStore.Ended;
import chaperone.server.lease.ConversationPermits;
import chaperone.server.lease.DeviceLease;
import chaperone.server.lease.DeviceLease.Lease;
import chaperone.server.lease.LeaseLostException;
import chaperone.server.lease.OpenConversations;
import chaperone.server.outcome.ConversationOutcome;
import chaperone.server.platform.PlatformRegistry;
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
    private final JobLineStore store;
    private final JobLineTries tries;
    private final Map<JobKind, JobLineHandler> handlers;
    private final ConversationPermits limits;
    private final DeviceLease leases;
    private final OpenConversations conversations;
    private final PlatformRegistry platforms;
    private final SecretMasks masks;

    /** What becomes of the lines' task. */
    enum Next {
        DONE,
        LATER
    }

    JobRunner(
            JobService jobs,
            JobLineStore store,
            JobLineTries tries,
            List<JobLineHandler> handlers,
            ConversationPermits limits,
            DeviceLease leases,
            OpenConversations conversations,
            PlatformRegistry platforms,
            SecretMasks masks) {
        this.platforms = platforms;
        this.masks = masks;
        this.jobs = jobs;
        this.store = store;
        this.tries = tries;
        this.handlers = handlers.stream().collect(Collectors.toMap(JobLineHandler::kind, Function.identity()));
        this.limits = limits;
        this.leases = leases;
        this.conversations = conversations;
    }

    /** Lines that have ended already are passed over, so that a group can be done again after a process died in it. */
    Next run(JobLineBatch group) {
        Optional<Permit> permit = turn(group);
        if (permit.isEmpty()) return Next.LATER;
        List<String> addresses =
                group.members().stream().map(JobLineBatch.Member::address).toList();
        Permit place = permit.get();
        try (place;
                Lease lease = leases.take(addresses)) {
            List<JobLineBatch.Member> free = group.members().stream()
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
    private boolean doInTurn(List<JobLineBatch.Member> members, Lease lease) {
        boolean areAllDone = true;
        Optional<Ended> before = Optional.empty();
        List<Long> devices = members.stream().map(JobLineBatch.Member::device).toList();
        Map<JobKind, Function<JobLineContext, JobLineResult>> begun = new EnumMap<>(JobKind.class);
        for (JobLineBatch.Member member : members) {
            if (!lease.begin(member.address())) {
                areAllDone = false;
                continue;
            }
            int stops = conversations.stops();
            Optional<Claimed> line = store.claim(member.line(), before);
            before = line.map(claimed -> {
                Function<JobLineContext, JobLineResult> handler = work -> begun.computeIfAbsent(
                                claimed.kind(), kind -> handlers.get(kind).begin(devices))
                        .apply(work);
                return new Ended(claimed.id(), claimed.job(), handled(claimed, handler, stops, lease));
            });
            if (line.isEmpty()) jobs.endIfNotToBeDone(member.line());
        }
        before.ifPresent(store::end);
        return areAllDone;
    }

    private Optional<Permit> turn(JobLineBatch group) {
        try {
            return limits.acquire(group.place(), TURN);
        } catch (InterruptedException e) {
            // The server is going down: the task stays, for the next start or another process.
            Thread.currentThread().interrupt();
            return Optional.empty();
        }
    }

    private JobLineResult handled(
            Claimed line, Function<JobLineContext, JobLineResult> handler, int stops, Lease lease) {
        List<Conversation> held = new CopyOnWriteArrayList<>();
        lease.whenLost(() -> held.forEach(Conversation::stop));
        JobLineContext work = new JobLineContext(
                line.asked(),
                conversation -> {
                    held.add(conversation);
                    conversations.add(line.job(), conversation);
                    // Somebody may have asked while the connection was being made: that word came too early for this
                    // one.
                    if (conversations.stops() != stops && jobs.isStopAsked(line.job())) conversation.stop();
                    if (lease.isLost()) conversation.stop();
                },
                (set, why) -> tries.add(
                        line.id(), set, ConversationOutcome.of(why.kind()).name(), shown(why)));
        try {
            JobLineResult result = handler.apply(work);
            // Somebody else may have been at the device meanwhile: what was found is worth nothing.
            if (lease.isLost()) throw new LeaseLostException(line.asked().host());
            return result;
        } catch (LeaseLostException e) {
            throw e;
        } catch (ConversationException e) {
            if (lease.isLost()) throw new LeaseLostException(line.asked().host());
            String seen = shown(e);
            LOG.info("Job {}, line {}: {} {}", line.job(), line.number(), e.kind(), seen);
            ConversationOutcome outcome = ConversationOutcome.of(e.kind());
            JobLineState state = outcome == ConversationOutcome.STOPPED ? JobLineState.STOPPED : JobLineState.FAILED;
            return new JobLineResult(state, outcome, seen, "");
        } catch (RuntimeException e) {
            LOG.error("Line {} of job {} failed", line.number(), line.job(), e);
            return JobLineResult.failed(JobOutcome.INTERNAL, "");
        } finally {
            held.forEach(conversation -> conversations.remove(line.job(), conversation));
        }
    }

    /** What was seen, as everybody may read it. */
    private String shown(ConversationException why) {
        return ConfigBytes.printable(
                masks.of(platforms.current().all(), why.seen()).text());
    }
}
