package chaperone.server.drift;

import org.springframework.data.jpa.repository.JpaRepository;

interface AgreementRepository extends JpaRepository<Agreement, Long> {}
