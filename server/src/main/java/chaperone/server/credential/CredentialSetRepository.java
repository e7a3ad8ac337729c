package chaperone.server.credential;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** Devices are asked for by the name of their entity: they know their set, not the other way round. */
public interface CredentialSetRepository extends JpaRepository<CredentialSet, Long> {

    /** How many devices use a set. */
    interface DeviceCount {
        long getCredentialSet();

        long getDevices();
    }

    List<CredentialSet> findAllByOrderByName();

    Optional<CredentialSet> findByNameIgnoreCase(String name);

    @Query("select count(d) from Device d where d.credentialSetId = :id")
    long countDevices(long id);

    @Query("select d.credentialSetId as credentialSet, count(d) as devices from Device d group by d.credentialSetId")
    List<DeviceCount> deviceCounts();
}
