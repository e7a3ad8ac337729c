package chaperone.server.finding;

import chaperone.server.finding.StandardResults.DeviceResult;
import chaperone.server.finding.StandardResults.Found;
import chaperone.server.fleet.Device;
import chaperone.server.query.ChosenDevices;
import chaperone.server.standard.Judgings;
import chaperone.server.standard.Standards;
import chaperone.server.standard.Standards.InForce;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Reads what came of a standard, in two statements however many devices there are. */
@Service
public class ResultReader {
    private static final String JUDGED = """
            select j.device_id, d.name, coalesce(s.name, '') as site, j.number, r.number as revision, j.judged_at, j.asked,
              j.is_stale or d.incomplete <> '' as is_doubtful
            from judging j join device d on d.id = j.device_id left join site s on s.id = d.site_id
            join revision r on r.id = j.revision_id
            where j.standard_id = :standard%s order by d.name""";
    private static final String FOUND = """
            select j.device_id, j.tag, j.kind, j.excepted, j.since from finding j where j.standard_id = :standard%s""";
    private static final String CHOSEN = " and j.device_id = any (:devices)";

    private final Standards standards;
    private final Judgings judgings;
    private final JdbcClient database;
    private final ChosenDevices chosen;

    ResultReader(Standards standards, Judgings judgings, JdbcClient database, ChosenDevices chosen) {
        this.standards = standards;
        this.judgings = judgings;
        this.database = database;
        this.chosen = chosen;
    }

    /** @param query the words by which devices are chosen; all of them if there are none */
    @Transactional(readOnly = true)
    public StandardResults of(String name, Optional<String> query) {
        InForce standard = standards.inForce(name);
        Optional<List<Long>> ids = query.filter(each -> !each.isBlank()).map(chosen::idsMeantBy);
        return new StandardResults(
                standard,
                read(standard, ids),
                judgings.waitingFor(standard.id()).size());
    }

    /** Nothing if it was not judged yet. */
    @Transactional(readOnly = true)
    public Optional<DeviceResult> of(InForce standard, Device device) {
        return read(standard, Optional.of(List.of(device.id()))).stream().findFirst();
    }

    private List<DeviceResult> read(InForce standard, Optional<List<Long>> ids) {
        Map<String, Object> params = new HashMap<>();
        params.put("standard", standard.id());
        ids.ifPresent(each -> params.put("devices", each.toArray(Long[]::new)));
        String condition = ids.isPresent() ? CHOSEN : "";
        Map<Long, Map<String, Found>> found = found(params, condition);
        return database.sql(JUDGED.formatted(condition))
                .params(params)
                .query((row, i) -> new DeviceResult(
                        row.getLong("device_id"),
                        row.getString("name"),
                        row.getString("site"),
                        row.getInt("number"),
                        row.getInt("revision"),
                        row.getTimestamp("judged_at").toInstant(),
                        Set.of((String[]) row.getArray("asked").getArray()),
                        found.getOrDefault(row.getLong("device_id"), Map.of()),
                        row.getBoolean("is_doubtful")))
                .list();
    }

    private Map<Long, Map<String, Found>> found(Map<String, Object> params, String condition) {
        Map<Long, Map<String, Found>> found = new HashMap<>();
        database.sql(FOUND.formatted(condition)).params(params).query(row -> {
            Outcome outcome = row.getString("kind").equals("FAIL")
                    ? row.getBoolean("excepted") ? Outcome.EXCEPTED : Outcome.FAIL
                    : Outcome.NOT_KNOWN;
            found.computeIfAbsent(row.getLong("device_id"), device -> new HashMap<>())
                    .put(
                            row.getString("tag"),
                            new Found(outcome, row.getTimestamp("since").toInstant()));
        });
        return found;
    }
}
