package chaperone.server.rollout;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface RolloutDeviceRepository extends JpaRepository<RolloutDevice, Long> {
    List<RolloutDevice> findByRolloutIdOrderByWaveAscPosition(long rollout);

    List<RolloutDevice> findByRolloutIdIn(Collection<Long> rollouts);

    /** Of these devices, those that a rollout has in hand. */
    List<RolloutDevice> findByDeviceIdInAndInHandTrue(Collection<Long> devices);
}
