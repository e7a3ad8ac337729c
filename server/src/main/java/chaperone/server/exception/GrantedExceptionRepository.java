package chaperone.server.exception;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;

interface GrantedExceptionRepository extends JpaRepository<GrantedException, Long> {
    List<GrantedException> findByDeviceIdAndEndedAtIsNull(long device);

    Optional<GrantedException> findByDeviceIdAndStandardIdAndTagAndEndedAtIsNull(
            long device, long standard, String tag);

    List<GrantedException> findByStandardIdAndEndedAtIsNullOrderByEndsAt(long standard);

    List<GrantedException> findByStandardIdAndEndedAtIsNotNullOrderByEndedAtDesc(long standard, Limit most);

    List<GrantedException> findByEndedAtIsNullAndEndsAtLessThanEqual(Instant now);
}
