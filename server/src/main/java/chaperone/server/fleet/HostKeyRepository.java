package chaperone.server.fleet;

import org.springframework.data.jpa.repository.JpaRepository;

interface HostKeyRepository extends JpaRepository<HostKey, HostKey.Address> {}
