package chaperone.server.history;

import org.springframework.data.jpa.repository.JpaRepository;

interface SecretLookRepository extends JpaRepository<SecretLook, Long> {}
