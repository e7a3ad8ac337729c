package chaperone.server.hostkey;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface HostKeyRepository extends JpaRepository<HostKey, HostKey.Address> {
    List<HostKey> findByFingerprint(String fingerprint);
}
