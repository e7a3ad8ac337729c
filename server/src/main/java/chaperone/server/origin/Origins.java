package chaperone.server.origin;

import chaperone.core.origin.Attribution;
import chaperone.core.origin.Attribution.Actor;
import chaperone.core.origin.OriginFinder;
import chaperone.core.origin.OriginFinder.Interval;
import chaperone.core.origin.Visitor;
import chaperone.server.event.Events;
import java.sql.Timestamp;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.JdbcOperations;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Says of revisions who may have brought them. */
@Service
public class Origins {
    private static final Duration LOOKED_AT_AGAIN = Duration.ofMinutes(2);
    private static final String KEEP = """
            insert into revision_origin (revision_id, same_until, seen_at, sureness, told_account, told_from, told_way)
            values (:revision, :first, :last, :sureness, :account, :from, :way)
            on conflict (revision_id) do update set sureness = excluded.sureness""";
    private static final String ACT = """
            insert into revision_actor (revision_id, place, account, person, came_from, way, proof, first_at, last_at)
            values (?, ?, ?, ?, ?, ?, ?, ?, ?)""";
    /** Who gave the word for the work that a revision came from. */
    private static final String BY_WORK = """
            with origin as (
              insert into revision_origin (revision_id, same_until, seen_at, sureness)
              values (:revision, :first, :last, 'SOLE') on conflict do nothing returning revision_id)
            insert into revision_actor (revision_id, place, account, person, came_from, way, proof, first_at, last_at)
            select origin.revision_id, 0, '', w.by, '', '', 'CHANGE', w.at, :last
            from origin, (
              (select started_by as by, started_at as at from change_run
              where :kind = 'CHANGE' and change_id = :number order by number desc limit 1)
              union all
              select made_by, coalesce(approved_at, made_at) from rollout
              where :kind = 'ROLLOUT' and id = :number) w""";

    private static final String YOUNG = """
            select o.* from revision_origin o join revision r on r.id = o.revision_id
            where r.device_id = :device and o.seen_at > :since and r.origin <> 'PLANNED'""";
    private static final String NEWEST = """
            select distinct on (device_id) device_id, id from revision
            where device_id = any (:devices) and kind = 'RUNNING' order by device_id, number desc""";
    private static final String VIEW = """
            select o.revision_id, o.same_until, o.seen_at, o.sureness, a.*, coalesce(c.full_name, '') as full_name
            from revision_origin o
            left join revision_actor a on a.revision_id = o.revision_id
            left join account c on lower(c.name) = lower(a.person)
            where o.revision_id = any (:revisions) order by o.revision_id, a.place""";

    private final Traces traces;
    private final JdbcClient database;
    private final JdbcOperations batches;
    private final Events events;

    /**
     * A revision whose origin is asked.
     *
     * @param interval in which it came about
     */
    public record Found(long revision, long device, Interval interval) {}

    /** One of those that are still looked at again, with what the device told then. */
    private record Young(Found found, Visitor told) {}

    Origins(Traces traces, JdbcClient database, JdbcOperations batches, Events events) {
        this.traces = traces;
        this.database = database;
        this.batches = batches;
        this.events = events;
    }

    /**
     * Part of the transaction that stores the revision.
     *
     * @param told by whom the device says that it was edited last
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void find(Found found, Visitor told) {
        keep(found, told, OriginFinder.find(found.interval(), traces.around(found.device(), found.interval()), told));
    }

    /** Part of the transaction that stores the revision. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void broughtBy(Found found, PlannedWork work) {
        database.sql(BY_WORK)
                .param("revision", found.revision())
                .param("first", Timestamp.from(found.interval().sameUntil()))
                .param("last", Timestamp.from(found.interval().seenAt()))
                .param("kind", work.kind().name())
                .param("number", work.number())
                .update();
    }

    /** Messages may come a little later than the copy that they led to: the youngest revisions are asked again. */
    @Transactional
    public void findAgain(long device, Instant now) {
        List<Young> young = database.sql(YOUNG)
                .param("device", device)
                .param("since", Timestamp.from(now.minus(LOOKED_AT_AGAIN)))
                .query((row, number) -> new Young(
                        new Found(
                                row.getLong("revision_id"),
                                device,
                                new Interval(Traces.moment(row, "same_until"), Traces.moment(row, "seen_at"))),
                        new Visitor(
                                row.getString("told_account"), row.getString("told_from"), row.getString("told_way"))))
                .list();
        young.forEach(each -> find(each.found(), each.told()));
        if (!young.isEmpty()) events.fleetMoved();
    }

    private void keep(Found found, Visitor told, Attribution attribution) {
        database.sql("delete from revision_actor where revision_id = ?")
                .param(found.revision())
                .update();
        database.sql(KEEP)
                .param("revision", found.revision())
                .param("first", Timestamp.from(found.interval().sameUntil()))
                .param("last", Timestamp.from(found.interval().seenAt()))
                .param("sureness", attribution.sureness().name())
                .param("account", told.account())
                .param("from", told.from())
                .param("way", told.way())
                .update();
        List<Object[]> rows = new ArrayList<>();
        for (Actor actor :
                attribution.actors().stream().limit(OriginView.MOST_ACTORS).toList())
            rows.add(row(found.revision(), rows.size(), actor));
        batches.batchUpdate(ACT, rows);
    }

    private static Object[] row(long revision, int place, Actor actor) {
        return new Object[] {
            revision,
            place,
            actor.visitor().account(),
            actor.person(),
            actor.visitor().from(),
            actor.visitor().way(),
            actor.proof().name(),
            Timestamp.from(actor.first()),
            Timestamp.from(actor.last())
        };
    }

    /** Of the newest running configuration of each device, by device. */
    @Transactional(readOnly = true)
    public Map<Long, OriginView> ofNewest(Collection<Long> devices) {
        Map<Long, Long> newest = new HashMap<>();
        database.sql(NEWEST).param("devices", devices.toArray(Long[]::new)).query(row -> {
            newest.put(row.getLong("device_id"), row.getLong("id"));
        });
        Map<Long, OriginView> views = views(newest.values());
        newest.values().retainAll(views.keySet());
        return newest.entrySet().stream()
                .collect(Collectors.toMap(Map.Entry::getKey, entry -> views.get(entry.getValue())));
    }

    /** By revision; nothing for those of which nothing can be said, such as first copies. */
    @Transactional(readOnly = true)
    public Map<Long, OriginView> views(Collection<Long> revisions) {
        return database
                .sql(VIEW)
                .param("revisions", revisions.toArray(Long[]::new))
                .query((row, number) -> OriginView.Row.of(row))
                .list()
                .stream()
                .collect(Collectors.groupingBy(
                        OriginView.Row::revision, Collectors.collectingAndThen(Collectors.toList(), OriginView::of)));
    }
}
