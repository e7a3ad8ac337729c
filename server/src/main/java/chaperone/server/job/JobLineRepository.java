package chaperone.server.job;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.Pageable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface JobLineRepository extends JpaRepository<JobLine, Long> {

    /** How many lines of which jobs are in which state. */
    interface StateCount {
        long getJob();

        JobLineState getState();

        String getOutcome();

        long getLines();
    }

    @Query("select l.jobId as job, l.state as state, l.outcome as outcome, count(l) as lines from JobLine l"
            + " where l.jobId in :jobs group by l.jobId, l.state, l.outcome")
    List<StateCount> counts(Collection<Long> jobs);

    /** How many lines of which jobs have ended since they were last set going. */
    interface EndedCount {
        long getJob();

        long getLines();
    }

    @Query("select l.jobId as job, count(l) as lines from JobLine l join Job j on j.id = l.jobId"
            + " where l.jobId in :jobs and l.endedAt >= j.startedAt group by l.jobId")
    List<EndedCount> endedSinceStart(Collection<Long> jobs);

    @Query("select l from JobLine l where l.jobId = :job and l.state in :states order by l.number")
    Page<JobLine> page(long job, Collection<JobLineState> states, Pageable page);

    /** @param outcome its code; empty for any */
    @Query("select l from JobLine l where l.jobId = :job and l.state in :states"
            + " and (:outcome = '' or l.outcome = :outcome) order by l.number")
    Page<JobLine> page(long job, Collection<JobLineState> states, String outcome, Pageable page);

    @Query("select l from JobLine l where l.jobId = :job and l.number in :numbers order by l.number")
    List<JobLine> byNumbers(long job, Collection<Integer> numbers);

    @Query("select l.target from JobLine l where l.jobId = :job and l.state = :state order by l.startedAt")
    List<String> targets(long job, JobLineState state, Pageable page);

    @Query("select count(l) from JobLine l where l.jobId = :job and l.state in :states")
    long count(long job, Collection<JobLineState> states);

    /** @return 0 if it has ended already */
    @Modifying(flushAutomatically = true, clearAutomatically = true)
    @Query("update JobLine l set l.state = :state, l.outcome = :outcome, l.seen = :seen, l.endedAt = :at"
            + " where l.id = :line and l.state in (chaperone.server.job.JobLineState.WAITING,"
            + " chaperone.server.job.JobLineState.IN_HAND)")
    int endOpen(long line, JobLineState state, String outcome, String seen, Instant at);

    @Modifying(flushAutomatically = true, clearAutomatically = true)
    @Query("update JobLine l set l.state = chaperone.server.job.JobLineState.STOPPED,"
            + " l.outcome = 'STOPPED', l.endedAt = instant"
            + " where l.jobId = :job and l.state = chaperone.server.job.JobLineState.WAITING")
    int stopWaiting(long job);
}
