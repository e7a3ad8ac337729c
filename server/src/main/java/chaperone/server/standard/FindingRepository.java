package chaperone.server.standard;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface FindingRepository extends JpaRepository<Finding, Long> {
    List<Finding> findByDeviceId(long device);

    /** How many devices fail a clause of it that is not waived for them. */
    @Query("select count(distinct f.deviceId) from Finding f where f.standardId = :standard and f.kind = 'FAIL'"
            + " and not f.excepted")
    long countFailing(long standard);
}
