package chaperone.server.template;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface TemplateRepository extends JpaRepository<KeptTemplate, Long> {
    List<KeptTemplate> findAllByOrderByName();

    Optional<KeptTemplate> findByName(String name);
}
