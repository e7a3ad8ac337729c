package chaperone.server.revision;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface RevisionRepository extends JpaRepository<Revision, Long> {
    Optional<Revision> findFirstByDeviceIdAndKindOrderByNumberDesc(long device, ConfigKind kind);

    Optional<Revision> findFirstByDeviceIdAndKindOrderByNumber(long device, ConfigKind kind);

    Optional<Revision> findFirstByDeviceIdAndKindAndIncompleteOrderByNumberDesc(
            long device, ConfigKind kind, String incomplete);

    Optional<Revision> findFirstByDeviceIdAndKindAndFirstCopyAtLessThanEqualOrderByNumberDesc(
            long device, ConfigKind kind, Instant at);

    Optional<Revision> findByDeviceIdAndKindAndNumber(long device, ConfigKind kind, int number);

    @Query("select r from Revision r where r.deviceId = :device and r.kind = :kind order by r.number")
    List<Revision> all(long device, ConfigKind kind);
}
