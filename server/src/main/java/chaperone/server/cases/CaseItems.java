package chaperone.server.cases;

import chaperone.server.cases.CaseInput.CaseItemInput;
import chaperone.server.cases.CaseInput.ItemKind;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.problem.ProblemException;
import chaperone.server.standard.Standards;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.sql.Types;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What cases are about, and how each of it stands now. */
@Repository
public class CaseItems {
    private static final String ADD = """
            insert into case_item (case_id, kind, device_id, standard_id, tag, change_id, added_by, added_at)
            values (:case, :kind, :device, :standard, :tag, :change, :by, :at) on conflict do nothing""";
    /** Settled is what does not fail any more, or is excepted; what runs as agreed; a change that is over. */
    private static final String READ = """
            select i.id, i.kind, d.name as device, st.name as standard, i.tag, i.change_id, i.added_by, i.added_at,
              case i.kind
                when 'FINDING' then f.id is null or f.excepted
                when 'DRIFT' then dr.device_id is null
                when 'CHANGE' then c.state in ('KEPT', 'DROPPED')
                else a.kind = 'YES' end as settled,
              i.kind = 'FINDING' and coalesce(f.kind = 'FAIL' and not f.excepted, false) as fails,
              case i.kind
                when 'FINDING' then case when f.id is null then 'holds now' when f.excepted then 'excepted'
                  when f.kind = 'FAIL' then 'fails: ' || coalesce(f.evidence -> 0 ->> 'found',
                    (f.evidence -> 0 ->> 'expected') || ' is missing', '') else 'not known' end
                when 'DRIFT' then case when dr.device_id is null then 'runs what is agreed' else 'differs' end
                when 'CHANGE' then lower(c.state) || ': ' || c.title
                else coalesce(a.reason, '') end as said
            from case_item i left join device d on d.id = i.device_id left join standard st on st.id = i.standard_id
            left join finding f on f.device_id = i.device_id and f.standard_id = i.standard_id and f.tag = i.tag
            left join drift dr on i.kind = 'DRIFT' and dr.device_id = i.device_id
            left join change c on c.id = i.change_id
            left join device_answer a on i.kind = 'DEVICE' and a.device_id = i.device_id and a.question = 'SOUND'
            where i.case_id = :case order by i.id""";

    private final JdbcClient database;
    private final Fleet fleet;
    private final Standards standards;

    /**
     * Something that is in a case.
     *
     * @param isSettled whether nothing is left to be done about it; {@code fails} whether it is a finding that fails now
     * @param said how it stands now
     */
    public record CaseItemView(
            long id,
            ItemKind kind,
            Optional<String> device,
            Optional<String> standard,
            Optional<String> tag,
            Optional<Long> change,
            String addedBy,
            Instant addedAt,
            boolean isSettled,
            boolean fails,
            String said) {
        private static CaseItemView of(ResultSet row) throws SQLException {
            long change = row.getLong("change_id");
            return new CaseItemView(
                    row.getLong("id"),
                    ItemKind.valueOf(row.getString("kind")),
                    Optional.ofNullable(row.getString("device")),
                    Optional.ofNullable(row.getString("standard")),
                    Optional.ofNullable(row.getString("tag")),
                    change == 0 ? Optional.empty() : Optional.of(change),
                    row.getString("added_by"),
                    row.getTimestamp("added_at").toInstant(),
                    row.getBoolean("settled"),
                    row.getBoolean("fails"),
                    row.getString("said"));
        }
    }

    CaseItems(JdbcClient database, Fleet fleet, Standards standards) {
        this.database = database;
        this.fleet = fleet;
        this.standards = standards;
    }

    /**
     * What is there already stays as it is.
     *
     * @throws ProblemException naming what does not exist, or what an item lacks
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void add(long number, List<CaseItemInput> items, String by, Instant at) {
        Map<String, Long> devices = devices(items);
        Map<String, Long> inForce = new HashMap<>();
        for (CaseItemInput item : items) {
            boolean isChange = item.kind() == ItemKind.CHANGE;
            boolean isFinding = item.kind() == ItemKind.FINDING;
            Long device = isChange ? null : devices.get(needed(item, item.device(), "device"));
            Long standard = isFinding
                    ? inForce.computeIfAbsent(
                            needed(item, item.standard(), "standard"),
                            name -> standards.inForce(name).id())
                    : null;
            database.sql(ADD)
                    .param("case", number)
                    .param("kind", item.kind().name())
                    .param("device", device, Types.BIGINT)
                    .param("standard", standard, Types.BIGINT)
                    .param("tag", isFinding ? needed(item, item.tag(), "tag") : null, Types.VARCHAR)
                    .param("change", isChange ? change(needed(item, item.change(), "change")) : null, Types.BIGINT)
                    .param("by", by)
                    .param("at", Timestamp.from(at))
                    .update();
        }
    }

    /** Their keys by name, of those that stand in the items. */
    private Map<String, Long> devices(List<CaseItemInput> items) {
        Set<String> names =
                items.stream().flatMap(item -> item.device().stream()).collect(Collectors.toSet());
        return names.isEmpty()
                ? Map.of()
                : fleet.choose(names).stream().collect(Collectors.toMap(Device::name, Device::id));
    }

    private static <T> T needed(CaseItemInput item, Optional<T> value, String field) {
        return value.orElseThrow(() -> ProblemException.ofField(
                "items." + field, "A " + item.kind().name().toLowerCase(Locale.ROOT) + " needs its " + field + "."));
    }

    private long change(long number) {
        return database.sql("select id from change where id = :number")
                .param("number", number)
                .query(Long.class)
                .optional()
                .orElseThrow(() -> ProblemException.notFound("change", number));
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public void remove(long number, long item) {
        int removed = database.sql("delete from case_item where case_id = :case and id = :item")
                .param("case", number)
                .param("item", item)
                .update();
        if (removed == 0) throw ProblemException.notFound("item of case " + number, item);
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public List<CaseItemView> of(long number) {
        return database.sql(READ)
                .param("case", number)
                .query((row, i) -> CaseItemView.of(row))
                .list();
    }
}
