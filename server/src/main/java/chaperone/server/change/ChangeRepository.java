package chaperone.server.change;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;

interface ChangeRepository extends JpaRepository<Change, Long> {
    List<Change> findByStateInOrderByIdDesc(Collection<ChangeState> states, Limit limit);

    List<Change> findAllByOrderByIdDesc(Limit limit);

    Optional<Change> findFirstByMadeByAndStateOrderByIdDesc(String madeBy, ChangeState state);
}
