package chaperone.server.finding;

import chaperone.server.clause.ClauseText;
import chaperone.server.clause.ClauseText.Severity;
import chaperone.server.origin.OriginView;
import chaperone.server.origin.Origins;
import chaperone.server.query.ChosenDevices;
import chaperone.server.query.LikePattern;
import chaperone.server.standard.Standards;
import chaperone.server.standard.Standards.InForce;
import java.sql.Timestamp;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** The findings that stand, and those that have ended. */
@Repository
class FindingList {
    private static final String OPEN = """
            select false as closed, device_id, standard_id, tag, severity, binding, kind, since, revision, brought_by,
              null::timestamptz as ended_at, null::text as ended, null::bigint as ended_by, evidence, excepted
            from finding""";
    private static final String CLOSED = """
            select true as closed, device_id, standard_id, tag, severity, null::text as binding, kind, since,
              null::int as revision, brought_by, ended_at, ended, ended_by, evidence, false as excepted
            from closed_finding""";
    private static final String FROM = """
            \sfrom (%s) f join device d on d.id = f.device_id left join site s on s.id = d.site_id
            join standard st on st.id = f.standard_id where true%s""";
    private static final String LIST = """
            select f.*, st.name as standard, d.name as device, coalesce(s.name, '') as site,
              coalesce(d.checked_at, d.last_copy_at) as seen_at,
              (select number from revision r where r.id = f.brought_by) as brought_number,
              (select count(*) from finding_note n where n.device_id = f.device_id and n.standard_id = f.standard_id
                and n.tag = f.tag) as notes""";
    private static final String BY_PERSON = """
            \sand exists (select 1 from revision_actor a left join account c on lower(c.name) = lower(a.person)
              where a.revision_id = f.brought_by and (a.account ilike :person or a.person ilike :person
                or a.came_from ilike :person or c.full_name ilike :person))""";

    private final JdbcClient database;
    private final ChosenDevices chosen;
    private final Standards standards;
    private final Origins origins;

    /** @param matching how many there are in all; {@code devices} on how many devices */
    record FindingPage(List<FindingRow> findings, long matching, long devices) {}

    FindingList(JdbcClient database, ChosenDevices chosen, Standards standards, Origins origins) {
        this.database = database;
        this.chosen = chosen;
        this.standards = standards;
        this.origins = origins;
    }

    @Transactional(readOnly = true)
    public FindingPage page(FindingRequest request, int page, int size) {
        Map<String, Object> params = new HashMap<>();
        String from =
                FROM.formatted(request.wanted() == WantedFindings.CLOSED ? CLOSED : OPEN, conditions(request, params));
        String order = " order by " + request.wantedOrder().words() + ", d.name, st.name, f.tag, f.since";
        List<FindingRow.Stored> rows = database.sql(LIST + from + order + " limit :size offset :skip")
                .params(params)
                .param("size", size)
                .param("skip", (long) page * size)
                .query((row, number) -> FindingRow.Stored.of(row))
                .list();
        Map<Long, OriginView> who = origins.views(rows.stream()
                .flatMap(row -> Stream.of(row.broughtById(), row.endedById()))
                .filter(id -> id > 0)
                .distinct()
                .toList());
        Map<String, ClauseText> clauses = clauses();
        return database.sql("select count(*) as matching, count(distinct f.device_id) as devices" + from)
                .params(params)
                .query((row, number) -> new FindingPage(
                        rows.stream()
                                .map(each -> each.with(
                                        Optional.ofNullable(
                                                clauses.get(each.row().standard() + " "
                                                        + each.row().tag())),
                                        Optional.ofNullable(who.get(each.broughtById())),
                                        Optional.ofNullable(who.get(each.endedById()))))
                                .toList(),
                        row.getLong("matching"),
                        row.getLong("devices")))
                .single();
    }

    /** The clauses in force, by standard and tag. */
    private Map<String, ClauseText> clauses() {
        Map<String, ClauseText> clauses = new HashMap<>();
        for (InForce standard : standards.inForce())
            for (ClauseText clause : standard.text().clauses())
                clauses.put(standard.name() + " " + clause.tag(), clause);
        return clauses;
    }

    private String conditions(FindingRequest request, Map<String, Object> params) {
        StringBuilder all = new StringBuilder();
        if (request.wanted() == WantedFindings.EXCEPTED) all.append(" and f.excepted");
        if (request.wanted() == WantedFindings.OPEN) all.append(" and not f.excepted");
        add(all, params, " and st.name = :standard", "standard", request.standard());
        add(all, params, " and f.tag = :tag", "tag", request.tag());
        add(all, params, " and coalesce(s.name, '" + StandardResults.NO_SITE + "') = :site", "site", request.site());
        add(all, params, " and d.name = :device", "device", request.device());
        if (request.severity() != null) {
            all.append(" and f.severity = any (:severities)");
            params.put(
                    "severities",
                    Stream.of(Severity.values())
                            .filter(each -> each.compareTo(request.severity()) >= 0)
                            .map(Severity::name)
                            .toArray(String[]::new));
        }
        if (request.since() != null) {
            all.append(" and coalesce(f.ended_at, f.since) > :since");
            params.put("since", Timestamp.from(request.since()));
        }
        if (request.person() != null && !request.person().isBlank()) {
            all.append(BY_PERSON);
            params.put("person", LikePattern.around(request.person().strip()));
        }
        request.devices().ifPresent(query -> {
            all.append(" and f.device_id = any (:devices)");
            params.put("devices", chosen.idsMeantBy(query).toArray(Long[]::new));
        });
        return all.toString();
    }

    private static void add(StringBuilder all, Map<String, Object> params, String words, String name, String value) {
        if (value == null || value.isBlank()) return;
        all.append(words);
        params.put(name, value);
    }
}
