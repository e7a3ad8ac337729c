package chaperone.server.standard;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface StandardVersionRepository extends JpaRepository<StandardVersion, Long> {
    List<StandardVersion> findByStandardIdOrderByNumberDesc(long standard);

    Optional<StandardVersion> findByStandardIdAndNumber(long standard, int number);
}
