package chaperone.server.content;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

public interface IntegrityPassRepository extends JpaRepository<IntegrityPass, Long> {
    Optional<IntegrityPass> findFirstByOrderByIdDesc();
}
