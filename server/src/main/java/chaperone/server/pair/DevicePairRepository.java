package chaperone.server.pair;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface DevicePairRepository extends JpaRepository<DevicePair, Long> {
    @Query("select p from DevicePair p join fetch p.first join fetch p.second order by p.first.name")
    List<DevicePair> all();

    @Query("select p from DevicePair p join fetch p.first join fetch p.second"
            + " where p.first.id in :devices or p.second.id in :devices")
    List<DevicePair> with(Collection<Long> devices);
}
