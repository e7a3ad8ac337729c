package chaperone.server.history;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface IntegrityPassRepository extends JpaRepository<IntegrityPass, Long> {
    Optional<IntegrityPass> findFirstByOrderByIdDesc();
}
