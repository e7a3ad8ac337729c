package chaperone.server.audit;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.JpaSpecificationExecutor;
import org.springframework.data.jpa.repository.Query;

interface AuditEntryRepository extends JpaRepository<AuditEntry, Long>, JpaSpecificationExecutor<AuditEntry> {
    Optional<AuditEntry> findFirstByOrderByNumberDesc();

    List<AuditEntry> findFirst1000ByNumberGreaterThanOrderByNumber(long number);

    @Query("select distinct e.who from AuditEntry e where e.who <> '' order by e.who")
    List<String> people();

    @Query("select distinct e.act from AuditEntry e order by e.act")
    List<String> acts();

    /** Whoever writes waits here: two entries must not follow the same one. Held until the transaction ends. */
    @Query(nativeQuery = true, value = "select true from (select pg_advisory_xact_lock(4711001)) as taken")
    boolean waitForTurn();
}
