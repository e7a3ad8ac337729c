package chaperone.server.run;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface RunStepRepository extends JpaRepository<RunStep, Long> {
    @Query(
            "select s from RunStep s where s.lineId in (select d.id from RunDevice d where d.runId = :run) order by s.id")
    List<RunStep> ofRun(long run);
}
