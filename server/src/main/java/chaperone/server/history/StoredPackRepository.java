package chaperone.server.history;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface StoredPackRepository extends JpaRepository<StoredPack, Long> {

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select p from StoredPack p where p.id = :id")
    Optional<StoredPack> lock(long id);

    @Query("select p.id from StoredPack p where p.id > :after order by p.id")
    List<Long> idsAfter(long after, Limit most);
}
