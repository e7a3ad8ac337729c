package chaperone.server.run;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface RunDeviceRepository extends JpaRepository<RunDevice, Long> {
    List<RunDevice> findByRunIdOrderByPosition(long run);
}
