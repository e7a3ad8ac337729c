package chaperone.server.answers;

import java.sql.Timestamp;
import java.sql.Types;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Which requests clauses have each device asked, and what it answered last. */
@Repository
public class CommandOutputs {
    private static final String DROP =
            "delete from command_output where device_id = :device and request <> all (:requests)";
    private static final String WANT = """
            insert into command_output (device_id, request) select :device, unnest(:requests)
            on conflict do nothing""";
    /** It may not be wanted any more. */
    private static final String KEEP = """
            update command_output set lines = :lines, refused = :refused, taken_at = :at
            where device_id = :device and request = :request""";

    private static final String READ = """
            select request, lines, refused from command_output
            where device_id = :device and taken_at is not null""";

    private final JdbcClient database;

    CommandOutputs(JdbcClient database) {
        this.database = database;
    }

    /** These alone, from now on; what was answered to them stays. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void want(long device, Collection<String> requests) {
        String[] all = requests.toArray(String[]::new);
        database.sql(DROP).param("device", device).param("requests", all).update();
        if (all.length > 0)
            database.sql(WANT).param("device", device).param("requests", all).update();
    }

    @Transactional
    public void keep(long device, List<CommandOutput> read, Instant at) {
        for (CommandOutput each : read)
            database.sql(KEEP)
                    .param("lines", String.join("\n", each.lines()).replace("\u0000", ""))
                    .param("refused", each.refused().orElse(null), Types.VARCHAR)
                    .param("at", Timestamp.from(at))
                    .param("device", device)
                    .param("request", each.request())
                    .update();
    }

    /** Wanted or not, until the device is judged again. */
    @Transactional
    public void keepForNow(long device, CommandOutput read, Instant at) {
        database.sql(WANT)
                .param("device", device)
                .param("requests", new String[] {read.request()})
                .update();
        keep(device, List.of(read), at);
    }

    /** What a device answered, by request. */
    @Transactional(readOnly = true)
    public Map<String, CommandOutput> of(long device) {
        Map<String, CommandOutput> outputs = new HashMap<>();
        database.sql(READ).param("device", device).query(row -> {
            String request = row.getString("request");
            outputs.put(
                    request,
                    new CommandOutput(
                            request,
                            row.getString("lines").lines().toList(),
                            Optional.ofNullable(row.getString("refused"))));
        });
        return outputs;
    }
}
