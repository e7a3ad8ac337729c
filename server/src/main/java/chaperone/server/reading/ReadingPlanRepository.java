package chaperone.server.reading;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface ReadingPlanRepository extends JpaRepository<ReadingPlan, Long> {
    List<ReadingPlan> findAllByOrderByPosition();

    Optional<ReadingPlan> findByGroupId(Long group);

    Optional<ReadingPlan> findByGroupIdIsNull();

    Optional<ReadingPlan> findFirstByGroupIdIsNotNullOrderByPositionDesc();
}
