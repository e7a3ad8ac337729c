package chaperone.server.copy;

import org.springframework.data.jpa.repository.JpaRepository;

interface CopyRepository extends JpaRepository<CopyTaken, Long> {}
