package chaperone.server.change;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface ChangeEditRepository extends JpaRepository<ChangeEdit, Long> {
    List<ChangeEdit> findByChangeIdOrderById(long change);

    long countByChangeId(long change);

    List<ChangeEdit> findByChangeIdIn(Collection<Long> changes);
}
