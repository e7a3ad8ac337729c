package chaperone.server.rollout;

import chaperone.core.release.RolloutState;
import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface RolloutDeviceRepository extends JpaRepository<RolloutDevice, Long> {
    List<RolloutDevice> findByRolloutIdOrderByWaveAscPosition(long rollout);

    List<RolloutDevice> findByRolloutIdIn(Collection<Long> rollouts);

    /** Of these devices, those that another rollout has in hand. */
    @Query(
            "select d from RolloutDevice d, Rollout r where r.id = d.rolloutId and d.deviceId in ?1 and d.state not in ?2"
                    + " and r.state not in (DONE, DROPPED)")
    List<RolloutDevice> inHand(Collection<Long> devices, Collection<RolloutState> settled);
}
