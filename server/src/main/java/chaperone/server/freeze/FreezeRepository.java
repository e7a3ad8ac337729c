package chaperone.server.freeze;

import java.time.Instant;
import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;

interface FreezeRepository extends JpaRepository<Freeze, Long> {
    List<Freeze> findByLiftedAtIsNullAndStartsAtLessThanEqualAndEndsAtGreaterThanOrderByEndsAtDesc(
            Instant now, Instant sameNow);

    List<Freeze> findByLiftedAtIsNullAndEndsAtGreaterThan(Instant now);

    List<Freeze> findAllByOrderByStartsAtDescIdDesc(Limit limit);
}
