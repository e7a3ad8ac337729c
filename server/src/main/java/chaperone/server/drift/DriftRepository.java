package chaperone.server.drift;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface DriftRepository extends JpaRepository<Drift, Long> {
    List<Drift> findAllByOrderBySinceDesc();
}
