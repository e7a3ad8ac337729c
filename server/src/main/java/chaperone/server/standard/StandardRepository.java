package chaperone.server.standard;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface StandardRepository extends JpaRepository<Standard, Long> {
    List<Standard> findAllByOrderByName();

    Optional<Standard> findByName(String name);

    List<Standard> findByPublishedAtIsNotNullOrderByName();
}
