package chaperone.server.content;

import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface StoredPackRepository extends JpaRepository<StoredPack, Long> {

    @Query("select p.id from StoredPack p where p.id > :after order by p.id")
    List<Long> idsAfter(long after, Limit most);
}
