package chaperone.server.standing;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface StandingRuleRepository extends JpaRepository<StandingRule, Long> {
    List<StandingRule> findAllByOrderByPlaceAscIdAsc();

    Optional<StandingRule> findByName(String name);
}
