package chaperone.server.housekeeping;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.Schedules;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Takes away what is older than its rule says, in portions that are transactions of their own: whatever has piled up, no
 * statement is long, and it can be ended and begun again at any time.
 */
@Configuration(proxyBeanMethods = false)
class Housekeeping {
    private static final Logger LOG = LoggerFactory.getLogger(Housekeeping.class);
    private static final LocalTime AT = LocalTime.of(3, 10);
    static final int PORTION = 1000;

    private final JdbcClient database;
    private final List<NightlyTask> others;
    private final Clock clock;

    Housekeeping(JdbcClient database, List<NightlyTask> others, Clock clock) {
        this.database = database;
        this.others = others;
        this.clock = clock;
    }

    /** How many days each kind is kept. */
    Map<HousekeepingKind, Integer> rules() {
        Map<HousekeepingKind, Integer> rules = new EnumMap<>(HousekeepingKind.class);
        database.sql("select kind, keep_days from housekeeping_rule").query(row -> {
            rules.put(HousekeepingKind.valueOf(row.getString("kind")), row.getInt("keep_days"));
        });
        return rules;
    }

    void keep(HousekeepingKind kind, int days) {
        database.sql("insert into housekeeping_rule values (?, ?) on conflict (kind) do update set keep_days = ?")
                .params(kind.name(), days, days)
                .update();
    }

    /** How many of each kind have gone. */
    Map<HousekeepingKind, Integer> thin() {
        Map<HousekeepingKind, Integer> gone = new EnumMap<>(HousekeepingKind.class);
        rules().forEach((kind, days) ->
                gone.put(kind, thin(kind, clock.instant().minus(Duration.ofDays(days)))));
        return gone;
    }

    private int thin(HousekeepingKind kind, Instant limit) {
        int gone = 0;
        int portion;
        do {
            portion = database.sql(kind.statement())
                    .param("limit", Timestamp.from(limit))
                    .param("portion", PORTION)
                    .update();
            gone += portion;
        } while (portion == PORTION);
        return gone;
    }

    @Bean
    RecurringTask<Void> housekeepingTask() {
        return Tasks.recurring("housekeeping", Schedules.daily(AT)).execute((instance, context) -> {
            LOG.info("Thinned out: {}", thin());
            others.forEach(Housekeeping::tidyUp);
        });
    }

    private static void tidyUp(NightlyTask other) {
        try {
            other.tidyUp();
        } catch (RuntimeException e) {
            LOG.error("{} could not tidy up", other.getClass().getSimpleName(), e);
        }
    }
}
