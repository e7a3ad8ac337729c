package chaperone.server.desk;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** How much of what needs an answer there is: every open page asks this whenever anything moves, so it only counts. */
@RestController
@RequestMapping("/api/desk")
class DeskController {
    private static final String WAITING = """
            select (select count(*) from drift) as drifting,
              (select count(distinct device_id) from finding where kind = 'FAIL') as failing,
              (select count(*) from change where state in ('PROPOSED', 'STUCK')) as changes,
              (select count(*) from rollout where state in ('PLANNED', 'STOPPED')) as rollouts""";

    private final JdbcClient database;

    DeskController(JdbcClient database) {
        this.database = database;
    }

    /**
     * @param drifting devices that run something else than what was agreed
     * @param failing devices that fail a clause
     * @param changes that wait for approval, or for a person; {@code rollouts} likewise
     */
    record Waiting(long drifting, long failing, long changes, long rollouts) {}

    @GetMapping("/waiting")
    @Transactional(readOnly = true)
    public Waiting waiting() {
        return database.sql(WAITING)
                .query((row, number) -> new Waiting(
                        row.getLong("drifting"),
                        row.getLong("failing"),
                        row.getLong("changes"),
                        row.getLong("rollouts")))
                .single();
    }
}
