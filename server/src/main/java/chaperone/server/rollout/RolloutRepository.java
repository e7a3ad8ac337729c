package chaperone.server.rollout;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface RolloutRepository extends JpaRepository<Rollout, Long> {
    List<Rollout> findAllByOrderByIdDesc();

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select r from Rollout r where r.id = ?1")
    Optional<Rollout> lock(long id);
}
