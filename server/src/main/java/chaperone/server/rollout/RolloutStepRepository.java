package chaperone.server.rollout;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface RolloutStepRepository extends JpaRepository<RolloutStep, Long> {
    List<RolloutStep> findByLineIdInOrderById(Collection<Long> lines);
}
