package chaperone.server.past;

import chaperone.core.config.ConfigBytes;
import chaperone.server.event.Events;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.job.JobKind;
import chaperone.server.job.JobLineContext;
import chaperone.server.job.JobLineHandler;
import chaperone.server.job.JobLineResult;
import chaperone.server.job.JobOutcome;
import chaperone.server.outcome.Outcome;
import chaperone.server.revision.ConfigKind;
import chaperone.server.revision.EarlierRevisions;
import chaperone.server.revision.EarlierRevisions.Earlier;
import chaperone.server.revision.EarlierRevisions.Put;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.zip.InflaterInputStream;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Brings in the past of one device, the newest first, a few files in each transaction: what was brought in when the server
 * died stays, and the next start goes on with the rest.
 */
@Component
class PastHandler implements JobLineHandler {
    private static final int AT_ONCE = 20;
    private static final String NEXT = """
            select * from past_file where upload_id = :upload and device_id = :device
            order by at desc, kind, id limit :most""";

    private final JdbcClient database;
    private final Fleet fleet;
    private final EarlierRevisions revisions;
    private final TransactionTemplate transaction;
    private final Events events;

    private enum Portion {
        /** There may be more. */
        FULL,
        LAST,
        DEVICE_GONE
    }

    private record Stored(long id, Earlier earlier) {}

    PastHandler(
            JdbcClient database,
            Fleet fleet,
            EarlierRevisions revisions,
            TransactionTemplate transaction,
            Events events) {
        this.database = database;
        this.fleet = fleet;
        this.revisions = revisions;
        this.transaction = transaction;
        this.events = events;
    }

    @Override
    public JobKind kind() {
        return JobKind.PAST;
    }

    @Override
    public List<? extends Outcome> outcomes() {
        return List.of(PastOutcome.values());
    }

    @Override
    public JobLineResult handle(JobLineContext work) {
        Optional<Long> device = work.line().device();
        if (device.isEmpty()) return JobLineResult.failed(JobOutcome.DEVICE_GONE, "");
        long upload = Long.parseLong(work.line().payload());
        Map<Put, Integer> counts = new EnumMap<>(Put.class);
        Portion portion;
        do portion = transaction.execute(status -> bringInSome(device.get(), upload, counts));
        while (portion == Portion.FULL);
        if (portion == Portion.DEVICE_GONE) return JobLineResult.failed(JobOutcome.DEVICE_GONE, "");
        events.fleetMoved();
        return ended(counts).about(work.line().target());
    }

    private Portion bringInSome(long id, long upload, Map<Put, Integer> counts) {
        Optional<Device> device = fleet.find(id);
        if (device.isEmpty()) return Portion.DEVICE_GONE;
        List<Stored> some = database.sql(NEXT)
                .param("upload", upload)
                .param("device", id)
                .param("most", AT_ONCE)
                .query((row, number) -> new Stored(
                        row.getLong("id"),
                        new Earlier(
                                upload,
                                ConfigKind.valueOf(row.getString("kind")),
                                row.getTimestamp("at").toInstant(),
                                ConfigBytes.decode(inflated(row.getBytes("deflated"))),
                                row.getString("path"),
                                row.getString("author"))))
                .list();
        for (Stored each : some) {
            counts.merge(revisions.put(device.get(), each.earlier()), 1, Integer::sum);
            database.sql("delete from past_file where id = ?").param(each.id()).update();
        }
        return some.size() == AT_ONCE ? Portion.FULL : Portion.LAST;
    }

    private static JobLineResult ended(Map<Put, Integer> counts) {
        int revisions = counts.getOrDefault(Put.REVISION, 0);
        int same = counts.getOrDefault(Put.SAME, 0);
        int late = counts.getOrDefault(Put.NOT_BEFORE, 0);
        if (revisions == 0 && late > 0) return JobLineResult.done(PastOutcome.PAST_NOT_BEFORE, late + " left out");
        String seen = revisions + (revisions == 1 ? " revision" : " revisions") + " from " + (revisions + same)
                + (revisions + same == 1 ? " file" : " files") + (late > 0 ? ", " + late + " left out" : "");
        return JobLineResult.done(PastOutcome.PAST_BROUGHT_IN, seen);
    }

    private static byte[] inflated(byte[] packed) {
        try (InflaterInputStream in = new InflaterInputStream(new ByteArrayInputStream(packed))) {
            return in.readAllBytes();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
