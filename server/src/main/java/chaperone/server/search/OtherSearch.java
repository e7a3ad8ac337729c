package chaperone.server.search;

import chaperone.core.address.MacAddress;
import chaperone.core.table.TableKind;
import chaperone.server.fleet.Device;
import chaperone.server.query.ChosenDevices;
import chaperone.server.query.LikePattern;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** Looks for a text in all that is kept beside configurations: names, facts, labels, notes, tables. */
@Repository
class OtherSearch {
    /** So many of a kind are told; whoever wants others says more. */
    private static final int MOST = 100;

    /** Where something was found. {@code TABLE} rows are of the newest reading. */
    enum OtherKind {
        DEVICE("""
                select d.name as device, 0 as number, '' as what, concat_ws(' ', d.host || ':' || d.port,
                  (select string_agg(tag, ' ' order by tag) from device_tag t where t.device_id = d.id)) as text,
                  null::timestamptz as at
                from device d"""),
        FACT("""
                select d.name as device, 0 as number, f.what, f.text, null::timestamptz as at
                from device d cross join lateral (values ('model', d.model), ('serial', d.serial),
                  ('release', d.release), ('base MAC address', d.mac_base), ('role', d.role),
                  ('platform', d.platform)) f (what, text)
                union all
                select d.name, 0, 'module ' || m.slot, m.name || ' ' || m.serial, null
                from device_module m join device d on d.id = m.device_id"""),
        MARK("""
                select d.name as device, r.number, lower(m.kind) || ' of ' || lower(r.kind) as what, m.text,
                  m.made_at as at
                from revision_mark m join revision r on r.id = m.revision_id join device d on d.id = r.device_id"""),
        ACCOUNTED("""
                select d.name as device, r.number, 'accounted for by ' || k.made_by as what, k.note as text,
                  k.made_at as at
                from revision_accounted k join revision r on r.id = k.revision_id
                join device d on d.id = r.device_id"""),
        MAP_NOTE("""
                select '' as device, 0 as number, 'note at ' || n.site as what, n.text, n.written_at as at
                from map_note n"""),
        TABLE("""
                select d.name as device, 0 as number, t.kind as what, line as text, t.read_at as at
                from device_table t join device d on d.id = t.device_id
                cross join lateral unnest(string_to_array(t.rows, chr(10))) line
                where lower(t.rows) like :words or lower(translate(t.rows, ':.-', '')) like :digits""");

        private final String rows;

        OtherKind(String rows) {
            this.rows = rows;
        }
    }

    private static final String FOUND = """
            select f.*, count(*) over () as matching from (%s) f
            where (lower(f.text) like :words or lower(f.device) like :words and :names
              or lower(translate(f.text, ':.-', '')) like :digits)%s
            order by f.at desc nulls last, f.device, f.what, f.text limit :most""";

    private final JdbcClient database;
    private final ChosenDevices chosen;

    OtherSearch(JdbcClient database, ChosenDevices chosen) {
        this.database = database;
        this.chosen = chosen;
    }

    /**
     * @param device empty for what belongs to none
     * @param number of a revision; absent for what belongs to none
     * @param what which fact, table or note it is
     * @param cells of a row of a table, by column
     * @param at when it was written or read
     */
    record OtherHit(
            String device,
            Optional<Integer> number,
            String what,
            String text,
            Map<String, String> cells,
            Optional<Instant> at) {}

    /** @param matching how many there are; the first of them are told */
    record OtherFound(OtherKind kind, long matching, List<OtherHit> hits) {}

    /** Kinds in which nothing was found are left out. */
    @Transactional(readOnly = true)
    public List<OtherFound> find(String text, Optional<String> query) {
        Map<String, Object> params = new LinkedHashMap<>();
        params.put("words", LikePattern.around(text.strip().toLowerCase(Locale.ROOT)));
        // Devices write a MAC address in groups of their own: its digits alone are looked for.
        params.put(
                "digits",
                MacAddress.read(text.strip())
                        .map(mac -> "%" + mac.digits() + "%")
                        .orElse(""));
        params.put("most", MOST);
        query.ifPresent(said -> params.put(
                "devices", chosen.meantBy(said).stream().map(Device::name).toArray(String[]::new)));
        List<OtherFound> all = new ArrayList<>();
        for (OtherKind kind : OtherKind.values()) {
            params.put("names", kind == OtherKind.DEVICE);
            find(kind, params, all);
        }
        return all;
    }

    private void find(OtherKind kind, Map<String, Object> params, List<OtherFound> all) {
        String ofQuery = params.containsKey("devices") ? " and f.device = any (:devices)" : "";
        long[] matching = {0};
        List<OtherHit> hits = database.sql(FOUND.formatted(kind.rows, ofQuery))
                .params(params)
                .query((row, number) -> {
                    matching[0] = row.getLong("matching");
                    return hit(kind, row);
                })
                .list();
        if (!hits.isEmpty()) all.add(new OtherFound(kind, matching[0], hits));
    }

    private static OtherHit hit(OtherKind kind, ResultSet row) throws SQLException {
        String text = row.getString("text");
        int number = row.getInt("number");
        return new OtherHit(
                row.getString("device"),
                number == 0 ? Optional.empty() : Optional.of(number),
                row.getString("what"),
                kind == OtherKind.TABLE ? text.replace('\t', ' ') : text,
                kind == OtherKind.TABLE ? cells(TableKind.valueOf(row.getString("what")), text) : Map.of(),
                Optional.ofNullable(row.getTimestamp("at")).map(Timestamp::toInstant));
    }

    private static Map<String, String> cells(TableKind kind, String row) {
        Map<String, String> cells = new LinkedHashMap<>();
        String[] parts = row.split("\t", -1);
        for (int i = 0; i < Math.min(parts.length, kind.columns().size()); i++)
            cells.put(kind.columns().get(i), parts[i]);
        return cells;
    }
}
