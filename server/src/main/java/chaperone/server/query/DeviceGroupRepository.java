package chaperone.server.query;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface DeviceGroupRepository extends JpaRepository<DeviceGroup, Long> {
    Optional<DeviceGroup> findByNameIgnoreCase(String name);

    List<DeviceGroup> findAllByOrderByName();
}
