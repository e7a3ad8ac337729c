package chaperone.server.job;

import jakarta.persistence.LockModeType;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.Pageable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface JobRepository extends JpaRepository<Job, Long> {

    /** Lines of one job end one after the other: only then does the last one know that it is the last. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select j from Job j where j.id = :id")
    Optional<Job> lock(long id);

    /**
     * The newest first.
     *
     * @param who asked for them; anybody if it is empty
     * @param device by its name or address, in small letters; any if it is empty
     * @param running whether they go on; either if it is absent
     * @param failed whether a line failed or was stopped; either if it is absent
     */
    @Query("""
            select j from Job j
            where j.kind in :kinds
              and (:who = '' or j.askedBy = :who)
              and (:running is null or :running = (case when j.endedAt is null then true else false end))
              and (:failed is null or :failed = (case when exists (
                select 1 from JobLine f where f.jobId = j.id and f.state in (
                  chaperone.server.job.JobLineState.FAILED, chaperone.server.job.JobLineState.STOPPED))
                then true else false end))
              and (:device = '' or exists (
                select 1 from JobLine l where l.jobId = j.id
                  and (lower(l.target) = :device or lower(l.found) = :device or l.host = :device)))
            order by j.id desc""")
    Page<Job> latest(
            Collection<JobKind> kinds,
            String who,
            @Nullable Boolean running,
            @Nullable Boolean failed,
            String device,
            Pageable page);

    @Query("select distinct j.askedBy from Job j order by j.askedBy")
    List<String> askers();

    @Query("select count(j) from Job j where j.endedAt is null")
    long running();
}
