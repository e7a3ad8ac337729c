package chaperone.server.routine;

import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;

interface RoutineRunRepository extends JpaRepository<RoutineRun, Long> {
    List<RoutineRun> findByRoutineIdOrderByIdDesc(long routine, Limit most);
}
