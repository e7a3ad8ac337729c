package chaperone.server.change;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface ChangeRepository extends JpaRepository<Change, Long> {
    List<Change> findByStateInOrderByIdDesc(Collection<ChangeState> states, Limit limit);

    /** Those that are due, whose time is the longest over first. */
    @Query("select c.id from Change c where c.dueAt <= :now order by c.dueAt, c.id")
    List<Long> due(Instant now);

    List<Change> findByStateInAndEndedAtGreaterThanEqualOrderByEndedAtDescIdDesc(
            Collection<ChangeState> states, Instant at);

    List<Change> findAllByOrderByIdDesc(Limit limit);

    Optional<Change> findFirstByMadeByAndStateOrderByIdDesc(String madeBy, ChangeState state);
}
