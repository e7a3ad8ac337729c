package chaperone.server.retention;

import org.springframework.data.jpa.repository.JpaRepository;

interface RetentionRuleRepository extends JpaRepository<RetentionRule, Integer> {}
