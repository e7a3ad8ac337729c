package chaperone.server.software;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface StandardReleaseRepository extends JpaRepository<StandardRelease, Long> {
    Optional<StandardRelease> findByPlatformAndModel(String platform, String model);

    boolean existsByImageId(long image);
}
