package chaperone.server.finding;

import chaperone.server.finding.StandardResults.DeviceResult;
import chaperone.server.finding.StandardResults.Found;
import chaperone.server.fleet.Device;
import chaperone.server.query.ChosenDevices;
import chaperone.server.standard.Judgings;
import chaperone.server.standard.Standards;
import chaperone.server.standard.Standards.InForce;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Reads what came of standards, in two statements however many devices there are. */
@Service
public class ResultReader {
    private static final String JUDGED = """
            select j.standard_id, j.device_id, d.name, coalesce(s.name, '') as site, j.number, r.number as revision, j.judged_at, j.asked,
              j.is_stale or d.incomplete <> '' as is_doubtful
            from judging j join device d on d.id = j.device_id left join site s on s.id = d.site_id
            join revision r on r.id = j.revision_id
            where %s order by d.name""";
    private static final String FOUND = """
            select j.standard_id, j.device_id, j.tag, j.kind, j.excepted, j.since from finding j where %s""";
    private static final String OF_STANDARD = "j.standard_id = :standard";
    private static final String OF_CHOSEN = OF_STANDARD + " and j.device_id = any (:devices)";
    private static final String OF_DEVICE = "j.device_id = :device";

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

    private record Place(long standard, long device) {
        private static Place of(ResultSet row) throws SQLException {
            return new Place(row.getLong("standard_id"), row.getLong("device_id"));
        }
    }

    /** @param query the words by which devices are chosen; all of them if there are none */
    @Transactional(readOnly = true)
    public StandardResults of(String name, Optional<String> query) {
        InForce standard = standards.inForce(name);
        Map<String, Object> params = new HashMap<>();
        params.put("standard", standard.id());
        Optional<String> words = query.filter(each -> !each.isBlank());
        words.ifPresent(each -> params.put("devices", chosen.idsMeantBy(each).toArray(Long[]::new)));
        return new StandardResults(
                standard,
                List.copyOf(read(words.isPresent() ? OF_CHOSEN : OF_STANDARD, params)
                        .values()),
                judgings.waitingFor(standard.id()).size());
    }

    /** What came of every standard that has judged a device, by its key. */
    @Transactional(readOnly = true)
    public Map<Long, DeviceResult> of(Device device) {
        return read(OF_DEVICE, Map.of("device", device.id())).entrySet().stream()
                .collect(Collectors.toMap(each -> each.getKey().standard(), Map.Entry::getValue));
    }

    /** In the order of the devices' names. */
    private Map<Place, DeviceResult> read(String condition, Map<String, Object> params) {
        Map<Place, Map<String, Found>> found = found(condition, params);
        Map<Place, DeviceResult> results = new LinkedHashMap<>();
        database.sql(JUDGED.formatted(condition)).params(params).query(row -> {
            Place place = Place.of(row);
            results.put(
                    place,
                    new DeviceResult(
                            row.getString("name"),
                            row.getString("site"),
                            row.getInt("number"),
                            row.getInt("revision"),
                            row.getTimestamp("judged_at").toInstant(),
                            Set.of((String[]) row.getArray("asked").getArray()),
                            found.getOrDefault(place, Map.of()),
                            row.getBoolean("is_doubtful")));
        });
        return results;
    }

    private Map<Place, Map<String, Found>> found(String condition, Map<String, Object> params) {
        Map<Place, Map<String, Found>> found = new HashMap<>();
        database.sql(FOUND.formatted(condition)).params(params).query(row -> {
            Outcome outcome = row.getString("kind").equals("FAIL")
                    ? row.getBoolean("excepted") ? Outcome.EXCEPTED : Outcome.FAIL
                    : Outcome.NOT_KNOWN;
            found.computeIfAbsent(Place.of(row), place -> new HashMap<>())
                    .put(
                            row.getString("tag"),
                            new Found(outcome, row.getTimestamp("since").toInstant()));
        });
        return found;
    }
}
