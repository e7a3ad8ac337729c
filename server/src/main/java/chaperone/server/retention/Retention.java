package chaperone.server.retention;

import chaperone.server.content.Contents;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.revision.ConfigKind;
import chaperone.server.revision.History;
import chaperone.server.revision.Revision;
import chaperone.server.revision.RevisionRepository;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Thins out revisions by age and count. A revision goes only if it is neither among the newest of its configuration nor
 * was seen within the time; one with a label or a note stays, and so does the newest whole one, which later copies are
 * measured by. Readings of tables go by the same count and time.
 */
@Service
class Retention {
    private static final String DUE = """
            select r.id, d.name as device, r.kind, r.number, r.last_copy_at
            from revision r join device d on d.id = r.device_id
            where r.last_copy_at < :limit and r.kind <> 'AGREED'
              and r.number <= (
                select n.number from revision n where n.device_id = r.device_id and n.kind = r.kind
                order by n.number desc offset :count limit 1)
              and not exists (select 1 from revision_mark m where m.revision_id = r.id)
              and r.id <> coalesce((
                select w.id from revision w
                where w.device_id = r.device_id and w.kind = r.kind and w.incomplete = ''
                order by w.number desc limit 1), 0)
            order by d.name, r.kind, r.number""";

    private static final String DUE_READINGS = """
            select t.id, d.name as device, t.kind, t.number, t.last_read_at as last_copy_at
            from table_reading t join device d on d.id = t.device_id
            where t.last_read_at < :limit
              and t.number <= (
                select n.number from table_reading n where n.device_id = t.device_id and n.kind = t.kind
                order by n.number desc offset :count limit 1)
            order by d.name, t.kind, t.number""";

    private static final String FIRST_READINGS = """
            update table_reading t set added = 0, removed = 0, altered = 0
            where t.added + t.removed + t.altered > 0 and not exists (
              select 1 from table_reading n
              where n.device_id = t.device_id and n.kind = t.kind and n.number < t.number)""";

    private static final int PORTION = 1000;

    private final JdbcClient database;
    private final Fleet fleet;
    private final History history;
    private final RevisionRepository revisions;
    private final Contents contents;
    private final TransactionTemplate transaction;
    private final Clock clock;

    /**
     * One that would go.
     *
     * @param kind of configuration, or of table
     */
    record Due(long id, String device, String kind, int number, Instant lastSeen) {
        boolean isOf(ConfigKind wanted) {
            return kind.equals(wanted.name());
        }
    }

    /** @param bytes that the packs of contents have become shorter by, compressed */
    record Thinned(int revisions, int copies, int readings, long bytes) {}

    Retention(
            JdbcClient database,
            Fleet fleet,
            History history,
            RevisionRepository revisions,
            Contents contents,
            TransactionTemplate transaction,
            Clock clock) {
        this.database = database;
        this.fleet = fleet;
        this.history = history;
        this.revisions = revisions;
        this.contents = contents;
        this.transaction = transaction;
        this.clock = clock;
    }

    /** Revisions that would go by this rule; nothing does. */
    List<Due> due(int keepCount, int keepDays) {
        return due(DUE, keepCount, keepDays);
    }

    /** Readings of tables that would go by this rule. */
    List<Due> dueReadings(int keepCount, int keepDays) {
        return due(DUE_READINGS, keepCount, keepDays);
    }

    private List<Due> due(String sql, int keepCount, int keepDays) {
        return database.sql(sql)
                .param("limit", Timestamp.from(clock.instant().minus(Duration.ofDays(keepDays))))
                .param("count", keepCount)
                .query((row, number) -> new Due(
                        row.getLong("id"),
                        row.getString("device"),
                        row.getString("kind"),
                        row.getInt("number"),
                        row.getTimestamp("last_copy_at").toInstant()))
                .list();
    }

    /** Device by device, each in a transaction of its own: it can be stopped and begun again. */
    Thinned thin(int keepCount, int keepDays) {
        Map<String, List<Due>> byDevice = new TreeMap<>();
        for (Due due : due(keepCount, keepDays))
            byDevice.computeIfAbsent(due.device(), name -> new ArrayList<>()).add(due);
        long before = storedBytes();
        int copies = 0;
        int gone = 0;
        for (Map.Entry<String, List<Due>> each : byDevice.entrySet()) {
            Integer removed = transaction.execute(status -> remove(each.getKey(), each.getValue()));
            copies += removed == null ? 0 : removed;
            gone += each.getValue().size();
        }
        int readings = thinReadings(keepCount, keepDays);
        for (long pack : contents.packsWithLeftovers()) contents.dropLeftovers(pack);
        return new Thinned(gone, copies, readings, Math.max(0, before - storedBytes()));
    }

    /** The oldest go first: only the first that stays has no longer anything to be measured by. */
    private int thinReadings(int keepCount, int keepDays) {
        List<Long> ids = dueReadings(keepCount, keepDays).stream().map(Due::id).toList();
        if (ids.isEmpty()) return 0;
        int gone = 0;
        for (List<Long> portion : portions(ids)) {
            Integer removed = transaction.execute(status -> {
                int some = database.sql("delete from table_reading where id in (:ids)")
                        .param("ids", portion)
                        .update();
                database.sql(FIRST_READINGS).update();
                return some;
            });
            gone += removed == null ? 0 : removed;
        }
        return gone;
    }

    /** A statement takes 65,535 parameters at the most, and none should hold its locks for long. */
    static List<List<Long>> portions(List<Long> ids) {
        List<List<Long>> portions = new ArrayList<>();
        for (int from = 0; from < ids.size(); from += PORTION)
            portions.add(ids.subList(from, Math.min(ids.size(), from + PORTION)));
        return portions;
    }

    private int remove(String device, List<Due> due) {
        int copies = 0;
        for (List<Long> ids : portions(due.stream().map(Due::id).toList())) {
            database.sql("update copy set saved_id = null where saved_id in (:ids)")
                    .param("ids", ids)
                    .update();
            copies += database.sql("delete from copy where running_id in (:ids)")
                    .param("ids", ids)
                    .update();
            database.sql("delete from revision where id in (:ids)")
                    .param("ids", ids)
                    .update();
        }
        fleet.named(device).ifPresent(found -> {
            for (ConfigKind kind : ConfigKind.values()) compareAnew(found, kind, due);
        });
        return copies;
    }

    /** Counts of a revision are against the one before it, which may be another now. */
    private void compareAnew(Device device, ConfigKind kind, List<Due> gone) {
        Optional<Revision> before = Optional.empty();
        TreeSet<Integer> lost = new TreeSet<>();
        for (Due due : gone) if (due.isOf(kind)) lost.add(due.number());
        for (Revision revision : revisions.all(device.id(), kind)) {
            int last = before.map(Revision::number).orElse(Integer.MIN_VALUE);
            Integer next = lost.higher(last);
            if (next != null && next < revision.number()) history.compareAnew(device, before, revision);
            before = Optional.of(revision);
        }
    }

    private long storedBytes() {
        return database.sql("select coalesce(sum(length(packed)), 0) from content_pack")
                .query(Long.class)
                .single();
    }
}
