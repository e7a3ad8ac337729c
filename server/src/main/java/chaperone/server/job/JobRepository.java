package chaperone.server.job;

import jakarta.persistence.LockModeType;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Pageable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface JobRepository extends JpaRepository<Job, Long> {

    /** Lines of one job end one after the other: only then does the last one know that it is the last. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select j from Job j where j.id = :id")
    Optional<Job> lock(long id);

    @Query("select j from Job j where j.kind in :kinds order by j.id desc")
    List<Job> latest(Collection<JobKind> kinds, Pageable page);

    @Query("select count(j) from Job j where j.endedAt is null")
    long running();
}
