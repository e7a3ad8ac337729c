package chaperone.server.reading;

import chaperone.server.query.ChosenDevices;
import chaperone.server.query.Groups;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Devices that were last seen, unchanged or in a copy, before the plan of their group allows. */
@Component
public class OverdueDevices {
    private static final String SEEN_BEFORE = "select id from device where greatest(last_copy_at, checked_at) < :limit";

    private final ReadingPlanRepository plans;
    private final Groups groups;
    private final ChosenDevices chosen;
    private final JdbcClient database;
    private final Clock clock;

    OverdueDevices(ReadingPlanRepository plans, Groups groups, ChosenDevices chosen, JdbcClient database, Clock clock) {
        this.plans = plans;
        this.groups = groups;
        this.chosen = chosen;
        this.database = database;
        this.clock = clock;
    }

    /** Each by the first plan that it has. */
    @Transactional(readOnly = true)
    public Set<Long> now() {
        Instant now = clock.instant();
        Set<Long> overdue = new HashSet<>();
        Set<Long> earlier = new HashSet<>();
        for (ReadingPlan plan : plans.findAllByOrderByPosition()) {
            List<Long> late = database.sql(SEEN_BEFORE)
                    .param("limit", Timestamp.from(now.minus(plan.judgedWithin())))
                    .query(Long.class)
                    .list();
            if (plan.group().isEmpty()) {
                late.stream().filter(id -> !earlier.contains(id)).forEach(overdue::add);
                continue;
            }
            Set<Long> own =
                    new HashSet<>(chosen.idsMeantBy(groups.queryFor(plan.group().get())));
            own.removeAll(earlier);
            late.stream().filter(own::contains).forEach(overdue::add);
            earlier.addAll(own);
        }
        return overdue;
    }
}
