package chaperone.server.routine;

import jakarta.persistence.LockModeType;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface RoutineRepository extends JpaRepository<Routine, Long> {
    List<Routine> findAllByOrderByName();

    Optional<Routine> findByNameIgnoreCase(String name);

    @Query("select r.id from Routine r where r.isOn and r.nextDueAt <= :now order by r.nextDueAt")
    List<Long> due(Instant now);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select r from Routine r where r.id = :id")
    Optional<Routine> lock(long id);
}
