package chaperone.server.fleet;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface CredentialSetRepository extends JpaRepository<CredentialSet, Long> {
    List<CredentialSet> findAllByOrderByName();

    Optional<CredentialSet> findByNameIgnoreCase(String name);
}
