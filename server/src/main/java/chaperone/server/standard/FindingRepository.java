package chaperone.server.standard;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface FindingRepository extends JpaRepository<Finding, Long> {
    List<Finding> findByDeviceId(long device);

    List<Finding> findByStandardIdOrderByTag(long standard);

    Optional<Finding> findByDeviceIdAndStandardIdAndTag(long device, long standard, String tag);
}
