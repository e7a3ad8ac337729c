package chaperone.server.standard;

import java.sql.Timestamp;
import java.sql.Types;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** By which text of each standard a device was judged last, of which revision, and which clauses were for it. */
@Repository
public class Judgings {
    private static final String READ =
            "select standard_id, number, revision_id, asked from judging where device_id = :device";
    private static final String KEEP = """
            insert into judging (device_id, standard_id, number, revision_id, judged_at, asked)
            values (:device, :standard, :number, :revision, :at, :asked)
            on conflict (device_id, standard_id) do update set number = excluded.number,
              revision_id = excluded.revision_id, judged_at = excluded.judged_at, asked = excluded.asked,
              is_stale = judging.is_stale and judging.revision_id = excluded.revision_id""";
    private static final String FORGET =
            "delete from judging where device_id = :device and standard_id <> all (:standards)";
    /**
     * Devices that a standard in force has not judged by its newest text. One whose newest copy may be only a part is judged
     * when there is a whole one.
     */
    private static final String WAITING = """
            select distinct d.id from device d cross join standard s
            where s.published is not null and d.incomplete = '' and (cast(:standard as bigint) is null or s.id = :standard)
              and exists (select 1 from revision r where r.device_id = d.id and r.kind = 'RUNNING')
              and not exists (select 1 from judging j
                where j.device_id = d.id and j.standard_id = s.id and j.number = s.published_number)""";

    private final JdbcClient database;

    Judgings(JdbcClient database) {
        this.database = database;
    }

    /** How a standard judged a device. */
    public record Judging(long standard, int number, long revision, Set<String> asked) {}

    @Transactional(propagation = Propagation.MANDATORY)
    public Map<Long, Judging> of(long device) {
        return database
                .sql(READ)
                .param("device", device)
                .query((row, i) -> new Judging(
                        row.getLong("standard_id"), row.getInt("number"), row.getLong("revision_id"), Set.of((String[])
                                row.getArray("asked").getArray())))
                .list()
                .stream()
                .collect(Collectors.toMap(Judging::standard, each -> each));
    }

    /** Takes the place of all that was known of the device. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void keep(long device, List<Judging> all, Instant at) {
        for (Judging each : all) {
            database.sql(KEEP)
                    .param("device", device)
                    .param("standard", each.standard())
                    .param("number", each.number())
                    .param("revision", each.revision())
                    .param("at", Timestamp.from(at))
                    .param("asked", each.asked().toArray(String[]::new))
                    .update();
        }
        database.sql(FORGET)
                .param("device", device)
                .param("standards", all.stream().map(Judging::standard).toArray(Long[]::new))
                .update();
    }

    /** Devices that were not seen for longer than their plan allows. */
    @Transactional(readOnly = true)
    public Set<Long> stale() {
        return Set.copyOf(database.sql("select distinct device_id from judging where is_stale")
                .query(Long.class)
                .list());
    }

    /** @return how many standards have judged it */
    @Transactional(propagation = Propagation.MANDATORY)
    public int stale(long device, boolean isStale) {
        return database.sql("update judging set is_stale = :stale where device_id = :device")
                .param("stale", isStale)
                .param("device", device)
                .update();
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public boolean isStale(long device) {
        return database.sql("select exists (select 1 from judging where device_id = :device and is_stale)")
                .param("device", device)
                .query(Boolean.class)
                .single();
    }

    /** Which devices are still to be judged by what is in force. */
    @Transactional(readOnly = true)
    public List<Long> waiting() {
        return waiting(null);
    }

    /** By what is in force of one standard. */
    @Transactional(readOnly = true)
    public List<Long> waitingFor(long standard) {
        return waiting(standard);
    }

    private List<Long> waiting(@Nullable Long standard) {
        return database.sql(WAITING)
                .param("standard", standard, Types.BIGINT)
                .query(Long.class)
                .list();
    }
}
