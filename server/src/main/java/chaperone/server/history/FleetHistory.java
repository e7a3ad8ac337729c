package chaperone.server.history;

import chaperone.server.history.HistoryKind.Source;
import chaperone.server.origin.OriginView;
import chaperone.server.origin.Origins;
import chaperone.server.query.ChosenDevices;
import chaperone.server.query.LikePattern;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** What changed across the fleet in a span, from where each kind of it is kept. */
@Repository
class FleetHistory {
    // Each part has an index of its own by time. The end of each, %5$s, lets it give no more rows than the page needs;
    // what else a row says is read for the rows of the page alone.
    private static final String MOVED = """
            with moved as (
              (select 'REVISION' as source, r.id, r.device_id, r.kind, r.first_copy_at as at,
                r.origin = 'PLANNED' as planned, r.origin = 'NOT_PLANNED' as elsewhere,
                k.revision_id is not null as accounted
              from revision r left join revision_accounted k on k.revision_id = r.id
              where r.follows and r.kind <> 'AGREED' and r.kind = any (:configs)
                and r.first_copy_at > :since and r.first_copy_at <= :until%1$s%2$s%5$s)
              union all
              (select 'TABLE', t.id, t.device_id, t.kind, t.first_read_at as at, false, false, false
              from table_reading t
              where t.number > 1 and t.kind = any (:tables)
                and t.first_read_at > :since and t.first_read_at <= :until%3$s%5$s)
              union all
              (select 'EVENT', e.id, e.device_id, e.kind, e.at, false, false, false
              from device_event e
              where e.kind = any (:events) and e.at > :since and e.at <= :until%4$s%5$s))
            """;
    private static final String NEWEST = " order by at desc, id desc limit :reach";
    private static final String LIST = """
            select m.source, m.id, m.kind, m.at, d.name as device, coalesce(s.name, '') as site,
              coalesce(r.number, t.number, 0) as number, coalesce(r.added, t.added, 0) as added,
              coalesce(r.modified, t.altered, 0) as modified, coalesce(r.removed, t.removed, 0) as removed,
              coalesce(r.moved, 0) as moved, coalesce(r.parts, '{}') as parts, coalesce(r.part_count, 0) as part_count,
              coalesce(encode(r.deed_digest, 'hex'), '') as deed, r.origin, r.change_number, r.rollout_number,
              coalesce(e.object, '') as object, coalesce(e.before, '') as before, coalesce(e.after, '') as after,
              k.note, k.made_by as accounted_by, k.made_at as accounted_at, coalesce((
                select max(p.number) from revision p
                where p.device_id = r.device_id and p.kind = r.kind and p.number < r.number),
                coalesce(r.number, t.number, 1) - 1) as previous
            from (select * from moved order by at desc, source, id desc limit :size offset :skip) m
            join device d on d.id = m.device_id left join site s on s.id = d.site_id
            left join revision r on m.source = 'REVISION' and r.id = m.id
            left join revision_accounted k on k.revision_id = r.id
            left join table_reading t on m.source = 'TABLE' and t.id = m.id
            left join device_event e on m.source = 'EVENT' and e.id = m.id
            order by m.at desc, m.source, m.id desc""";
    private static final String COUNTS = """
            select count(*) as matching, count(distinct device_id) as devices,
              count(*) filter (where planned) as planned,
              count(*) filter (where source = 'REVISION' and kind = 'RUNNING' and elsewhere) as not_planned,
              count(*) filter (where source = 'REVISION' and kind = 'RUNNING' and elsewhere
                and not accounted) as open
            from moved""";
    private static final String BARS = """
            select date_bin(make_interval(secs => :step), at, :since) as at,
              count(*) filter (where planned) as planned,
              count(*) filter (where not planned) as not_planned
            from moved where source = 'REVISION' group by 1 order by 1""";
    /** A look since the span began shows whatever stood from then on. */
    private static final String LOOKED = """
            select count(*) as all_devices, count(*) filter (where is_seen) as looked_at,
              coalesce(array_agg(name order by name) filter (where not is_seen and place <= 20), '{}') as others
            from (
              select name, is_seen, row_number() over (partition by is_seen order by name) as place
              from (
                select d.name, coalesce(d.checked_at >= :since, false) or exists (
                  select 1 from copy c
                  where c.device_id = d.id and c.taken_at >= :since and c.taken_at <= :until) as is_seen
                from device d where true%s) each_device) seen""";

    private static final String CHOSEN = " and %s.device_id = any (:devices)";
    private static final String SAID = """
            \sand (exists (select 1 from unnest(r.parts) p where p ilike :words) or exists (
              select 1 from revision_actor a where a.revision_id = r.id
                and (a.account ilike :words or a.person ilike :words or a.came_from ilike :words or a.way ilike :words)))""";

    private final JdbcClient database;
    private final ChosenDevices chosen;
    private final Origins origins;
    private final Clock clock;

    FleetHistory(JdbcClient database, ChosenDevices chosen, Origins origins, Clock clock) {
        this.database = database;
        this.chosen = chosen;
        this.origins = origins;
        this.clock = clock;
    }

    /** @param matching how many there are in all */
    record HistoryPage(List<HistoryRow> changes, long matching) {}

    /**
     * @param planned what changes of Chaperone brought; {@code notPlanned} running configurations altered elsewhere, of
     *     which nobody has accounted for {@code open}
     * @param lookedAt of how many devices it is known what they ran in the span; {@code notLookedAt} names some of the
     *     others
     */
    record HistorySummary(
            HistorySpan span,
            long matching,
            long devices,
            long planned,
            long notPlanned,
            long open,
            long allDevices,
            long lookedAt,
            List<String> notLookedAt,
            long barSeconds,
            List<HistoryBar> bars) {}

    /** How many revisions came within a step of time from a moment on. */
    record HistoryBar(Instant at, long planned, long notPlanned) {}

    @Transactional(readOnly = true)
    public HistoryPage page(HistoryRequest request, int page, int size) {
        Asked asked = new Asked(request);
        List<HistoryRow.Stored> rows = database.sql(asked.newest() + LIST)
                .params(asked.params())
                .param("reach", (long) (page + 1) * size)
                .param("size", size)
                .param("skip", (long) page * size)
                .query((row, number) -> HistoryRow.Stored.of(row))
                .list();
        long matching = database.sql(asked.moved() + "select count(*) from moved")
                .params(asked.params())
                .query(Long.class)
                .single();
        Map<Long, OriginView> who = origins.views(rows.stream()
                .filter(row -> row.source() == Source.REVISION)
                .map(HistoryRow.Stored::id)
                .toList());
        return new HistoryPage(
                rows.stream()
                        .map(row -> row.with(
                                Optional.ofNullable(row.source() == Source.REVISION ? who.get(row.id()) : null)))
                        .toList(),
                matching);
    }

    @Transactional(readOnly = true)
    public HistorySummary summary(HistoryRequest request) {
        Asked asked = new Asked(request);
        long step = asked.span.step().toSeconds();
        List<HistoryBar> bars = database.sql(asked.moved() + BARS)
                .params(asked.params())
                .param("step", step)
                .query((row, number) -> new HistoryBar(
                        row.getTimestamp("at").toInstant(), row.getLong("planned"), row.getLong("not_planned")))
                .list();
        Looked looked = looked(asked);
        return database.sql(asked.moved() + COUNTS)
                .params(asked.params())
                .query((row, number) -> new HistorySummary(
                        asked.span,
                        row.getLong("matching"),
                        row.getLong("devices"),
                        row.getLong("planned"),
                        row.getLong("not_planned"),
                        row.getLong("open"),
                        looked.all(),
                        looked.seen(),
                        looked.others(),
                        step,
                        bars))
                .single();
    }

    private record Looked(long all, long seen, List<String> others) {}

    private Looked looked(Asked asked) {
        return database.sql(LOOKED.formatted(asked.request.devices().isPresent() ? " and d.id = any (:devices)" : ""))
                .params(asked.params())
                .query((row, number) ->
                        new Looked(row.getLong("all_devices"), row.getLong("looked_at"), List.of((String[])
                                row.getArray("others").getArray())))
                .single();
    }

    /** A request in the database's words. */
    private final class Asked {
        private final HistoryRequest request;
        private final HistorySpan span;
        private final Map<String, Object> params = new HashMap<>();

        Asked(HistoryRequest request) {
            this.request = request;
            span = request.span(clock);
            boolean onlyRevisions = request.onlyOpen()
                    || request.onlyPlanned().isPresent()
                    || request.saidWords().isPresent();
            params.put("configs", HistoryKind.storedIn(Source.REVISION, request.wantedKinds()));
            params.put(
                    "tables",
                    onlyRevisions ? new String[0] : HistoryKind.storedIn(Source.TABLE, request.wantedKinds()));
            params.put(
                    "events",
                    onlyRevisions ? new String[0] : HistoryKind.storedIn(Source.EVENT, request.wantedKinds()));
            params.put("since", Timestamp.from(span.since()));
            params.put("until", Timestamp.from(span.until()));
            request.devices()
                    .ifPresent(query ->
                            params.put("devices", chosen.idsMeantBy(query).toArray(Long[]::new)));
            request.saidWords().ifPresent(said -> params.put("words", LikePattern.around(said)));
        }

        Map<String, Object> params() {
            return params;
        }

        String moved() {
            return moved("");
        }

        /** No more of each part than the first rows of all. */
        String newest() {
            return moved(NEWEST);
        }

        private String moved(String end) {
            return MOVED.formatted(chosen("r"), conditions(), chosen("t"), chosen("e"), end);
        }

        private String chosen(String table) {
            return request.devices().isPresent() ? CHOSEN.formatted(table) : "";
        }

        private String conditions() {
            StringBuilder all = new StringBuilder();
            request.onlyPlanned()
                    .ifPresent(planned ->
                            all.append(planned ? " and r.origin = 'PLANNED'" : " and r.origin = 'NOT_PLANNED'"));
            if (request.onlyOpen())
                all.append(" and r.origin = 'NOT_PLANNED' and r.kind = 'RUNNING' and k.revision_id is null");
            request.saidWords().ifPresent(words -> all.append(SAID));
            return all.toString();
        }
    }
}
