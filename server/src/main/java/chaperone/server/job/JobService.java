package chaperone.server.job;

import chaperone.server.event.Events;
import chaperone.server.outcome.ConversationOutcome;
import chaperone.server.problem.ProblemException;
import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.task.SchedulableInstance;
import com.github.kagkarlsson.scheduler.task.TaskInstance;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.data.domain.Pageable;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** Starts, stops and repeats jobs. A job and its tasks are stored in one transaction: neither is there without the other. */
@Service
public class JobService {
    private final JobRepository jobs;
    private final JobLineRepository lines;
    private final JobLineTries tries;
    private final ObjectProvider<JobLineHandler> handlers;
    private final ObjectProvider<Scheduler> scheduler;
    private final Events events;
    private final Clock clock;

    JobService(
            JobRepository jobs,
            JobLineRepository lines,
            JobLineTries tries,
            ObjectProvider<JobLineHandler> handlers,
            ObjectProvider<Scheduler> scheduler,
            Events events,
            Clock clock) {
        this.jobs = jobs;
        this.lines = lines;
        this.tries = tries;
        this.handlers = handlers;
        this.scheduler = scheduler;
        this.events = events;
        this.clock = clock;
    }

    /** @return the number of the new job, which begins as soon as the transaction ends */
    @Transactional
    public long start(JobKind kind, String title, String askedBy, List<NewJobLine> wanted) {
        return start(kind, title, askedBy, wanted, Duration.ZERO);
    }

    /**
     * @param spacing between the beginnings of two lines, so that no more of them begin in a second than somebody wants
     * @return the number of the new job
     */
    @Transactional
    public long start(JobKind kind, String title, String askedBy, List<NewJobLine> wanted, Duration spacing) {
        if (wanted.isEmpty()) throw new IllegalArgumentException("A job needs at least one line");
        Job job = jobs.save(new Job(kind, title, askedBy, clock.instant()));
        List<JobLine> stored = new ArrayList<>();
        for (NewJobLine line : wanted) stored.add(new JobLine(job.id(), stored.size(), line));
        schedule(lines.saveAll(stored), spacing);
        events.jobMoved(job.id());
        return job.id();
    }

    /** Lines that wait are stopped at once; conversations in hand are ended. */
    @Transactional
    void stop(long id) {
        Job job = locked(id);
        if (job.endedAt().isPresent()) return;
        job.askToStop();
        lines.stopWaiting(id);
        endIfLast(locked(id));
        events.stopAsked(id);
        events.jobMoved(id);
    }

    /** Does the given failed or stopped lines again; all of them if none are named. */
    @Transactional
    int retry(long id, Collection<Integer> numbers, RetryChoice choice) {
        Job job = locked(id);
        List<JobLine> chosen = numbers.isEmpty()
                ? lines.page(id, List.of(JobLineState.FAILED, JobLineState.STOPPED), Pageable.unpaged())
                        .getContent()
                : lines.byNumbers(id, numbers);
        List<JobLine> again = chosen.stream()
                .filter(line -> line.state() == JobLineState.FAILED || line.state() == JobLineState.STOPPED)
                .toList();
        if (again.isEmpty()) {
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "nothing-to-retry",
                    "None of these lines has failed or was stopped.",
                    "Choose lines that have.");
        }
        JobLineHandler handler = handlers.stream()
                .filter(each -> each.kind() == job.kind())
                .findFirst()
                .orElseThrow();
        tries.keepEnds(again.stream().map(JobLine::id).toList());
        again.forEach(line -> line.waitAgain(choice, handler));
        job.goOn(clock.instant());
        schedule(again, Duration.ZERO);
        events.jobMoved(id);
        return again.size();
    }

    /** Ends a line that is not begun any more: its job is to stop, or it broke its process each time that it was begun. */
    @Transactional
    void endIfNotToBeDone(long lineId) {
        Optional<JobLine> found =
                lines.findById(lineId).filter(line -> !line.state().isEnded());
        if (found.isEmpty()) return;
        long job = found.get().job();
        boolean isStopped = isStopAsked(job);
        if (!isStopped && !found.get().isGivenUp()) return;
        // Another process may have ended it since it was read.
        lines.endOpen(
                lineId,
                isStopped ? JobLineState.STOPPED : JobLineState.FAILED,
                isStopped ? ConversationOutcome.STOPPED.name() : JobOutcome.INTERNAL.name(),
                isStopped ? "" : "begun " + JobLineStore.MOST_BROKEN + " times, and never ended",
                clock.instant());
        endIfLast(locked(job));
        events.jobMoved(job);
    }

    boolean isStopAsked(long id) {
        return jobs.findById(id).map(Job::isStopAsked).orElse(true);
    }

    private Job locked(long id) {
        return jobs.lock(id).orElseThrow(() -> ProblemException.notFound("job", id));
    }

    private void endIfLast(Job job) {
        boolean more = lines.count(job.id(), List.of(JobLineState.WAITING, JobLineState.IN_HAND)) > 0;
        if (!more) job.end(clock.instant());
    }

    private void schedule(List<JobLine> waiting, Duration spacing) {
        Scheduler tasks = scheduler.getObject();
        Instant now = clock.instant();
        List<JobLineBatch> groups = JobLineBatch.of(waiting);
        List<SchedulableInstance<?>> wanted = new ArrayList<>();
        for (int i = 0; i < groups.size(); i++) {
            // A millisecond apart, so that they are picked in this order: a site whose places are full must not hold
            // up the others.
            Instant due = now.plusMillis(i - groups.size()).plus(spacing.multipliedBy(i));
            // A line may be tried again while its former task still has others to do: no two tasks share a name. A line
            // that two tasks have is done once: the second finds that it has ended.
            String instance = groups.get(i).members().get(0).line() + "." + UUID.randomUUID();
            wanted.add(SchedulableInstance.of(new TaskInstance<>(JobTasks.NAME, instance, groups.get(i)), due));
        }
        tasks.scheduleBatch(wanted);
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCommit() {
                tasks.triggerCheckForDueExecutions();
            }
        });
    }
}
