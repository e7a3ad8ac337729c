package chaperone.server.standing;

import java.sql.Timestamp;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.RowMapper;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** What standing rules did, as it is kept. */
@Repository
class StandingActs {
    private static final RowMapper<Act> ACT = (row, number) -> new Act(
            row.getLong("device_id"),
            row.getInt("revision"),
            row.getString("rule_name"),
            StandingDeed.valueOf(row.getString("deed")),
            row.getTimestamp("at").toInstant(),
            Optional.ofNullable(row.getObject("change_id", Long.class)),
            row.getString("failure"));

    private final JdbcClient database;

    StandingActs(JdbcClient database) {
        this.database = database;
    }

    /**
     * @param revision of the running configuration that was adopted, or led away from
     * @param change by which it was put back
     * @param failure why it did not come to that; empty if it did
     */
    record Act(
            long device,
            int revision,
            String rule,
            StandingDeed deed,
            Instant at,
            Optional<Long> change,
            String failure) {}

    void write(Act act) {
        database.sql("""
                        insert into standing_act (device_id, revision, rule_name, deed, at, change_id, failure)
                        values (:device, :revision, :rule, :deed, :at, :change, :failure)""")
                .param("device", act.device())
                .param("revision", act.revision())
                .param("rule", act.rule())
                .param("deed", act.deed().name())
                .param("at", Timestamp.from(act.at()))
                .param("change", act.change().orElse(null))
                .param("failure", act.failure())
                .update();
    }

    /** The newest of each device. */
    Map<Long, Act> newestOf(Collection<Long> devices) {
        Map<Long, Act> acts = new HashMap<>();
        database.sql("""
                        select distinct on (device_id) * from standing_act where device_id = any (:devices)
                        order by device_id, revision desc""")
                .param("devices", devices.toArray(Long[]::new))
                .query(ACT)
                .list()
                .forEach(act -> acts.put(act.device(), act));
        return acts;
    }

    int count(String rule, Instant since) {
        return database.sql("select count(*) from standing_act where rule_name = :rule and at > :since")
                .param("rule", rule)
                .param("since", Timestamp.from(since))
                .query(Integer.class)
                .single();
    }

    /** The newest first. */
    List<Act> newest(int most) {
        return database.sql("select * from standing_act order by at desc, id desc limit :most")
                .param("most", most)
                .query(ACT)
                .list();
    }
}
