package chaperone.server.cases;

import org.springframework.data.jpa.repository.JpaRepository;

interface CaseRepository extends JpaRepository<Case, Long> {}
