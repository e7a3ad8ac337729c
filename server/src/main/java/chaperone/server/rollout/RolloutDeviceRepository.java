package chaperone.server.rollout;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface RolloutDeviceRepository extends JpaRepository<RolloutDevice, Long> {
    List<RolloutDevice> findByRolloutIdOrderByWaveAscPosition(long rollout);

    List<RolloutDevice> findByRolloutIdIn(Collection<Long> rollouts);

    /** Of these devices, those that a rollout has in hand. */
    List<RolloutDevice> findByDeviceIdInAndInHandTrue(Collection<Long> devices);

    /** Beside what else happens to the line, which alone counts as its version. */
    @Modifying
    @Query("update RolloutDevice d set d.copied = :bytes, d.copyRate = :rate where d.id = :line")
    void copied(long line, long bytes, long rate);
}
