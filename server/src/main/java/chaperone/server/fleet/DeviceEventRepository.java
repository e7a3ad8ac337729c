package chaperone.server.fleet;

import java.util.Collection;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.Pageable;
import org.springframework.data.jpa.repository.EntityGraph;
import org.springframework.data.jpa.repository.JpaRepository;

interface DeviceEventRepository extends JpaRepository<DeviceEvent, Long> {
    @EntityGraph(attributePaths = "device")
    Page<DeviceEvent> findByKindInOrderByIdDesc(Collection<EventKind> kinds, Pageable page);

    @EntityGraph(attributePaths = "device")
    Page<DeviceEvent> findByDeviceAndKindInOrderByIdDesc(Device device, Collection<EventKind> kinds, Pageable page);
}
