package chaperone.server.run;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface ChangeRunRepository extends JpaRepository<ChangeRun, Long> {
    List<ChangeRun> findByChangeIdOrderByNumberDesc(long change);

    Optional<ChangeRun> findFirstByChangeIdOrderByNumberDesc(long change);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select r from ChangeRun r where r.id = :id")
    Optional<ChangeRun> lock(long id);
}
