package chaperone.server.past;

import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.job.JobKind;
import chaperone.server.job.JobService;
import chaperone.server.job.NewJobLine;
import chaperone.server.past.PastFleet.Meant;
import chaperone.server.past.PastPlan.Entry;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.problem.ProblemException;
import chaperone.server.retention.KeepingSpan;
import chaperone.server.revision.EarlierRevisions;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.ZoneId;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.zip.DeflaterOutputStream;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Takes files of the past in: first only to say what goes where, then for a job that brings them in device by device. */
@Service
class PastUploads {
    private static final String FILE = """
            insert into past_file (upload_id, device_id, kind, at, path, author, deflated)
            values (?, ?, ?, ?, ?, ?, ?)""";

    private final JdbcClient database;
    private final PlatformRegistry platforms;
    private final EarlierRevisions revisions;
    private final KeepingSpan keeping;
    private final Fleet fleet;
    private final JobService jobs;
    private final Clock clock;

    PastUploads(
            JdbcClient database,
            PlatformRegistry platforms,
            EarlierRevisions revisions,
            KeepingSpan keeping,
            Fleet fleet,
            JobService jobs,
            Clock clock) {
        this.database = database;
        this.platforms = platforms;
        this.revisions = revisions;
        this.keeping = keeping;
        this.fleet = fleet;
        this.jobs = jobs;
        this.clock = clock;
    }

    /**
     * Nothing is stored.
     *
     * @param others names in the files, and what the fleet calls those devices
     */
    @Transactional(readOnly = true)
    public PastPlan plan(KeptFiles files, ZoneId zone, Map<String, String> others) {
        PastFleet known = new PastFleet(database, others);
        for (String name : others.values()) if (!known.has(name)) throw ProblemException.notFound("device", name);
        PastReading reading = new PastReading(known, platforms, revisions, zone);
        files.each(zone, reading::add);
        return reading.plan();
    }

    /** How many revisions of a plan would go again tonight. */
    @Transactional(readOnly = true)
    public long goingSoon(PastPlan plan) {
        Optional<KeepingSpan.Span> span = keeping.get();
        if (span.isEmpty()) return 0;
        Map<String, Long> known = database
                .sql("""
                        select device_id || '/' || kind as configuration, count(*) as revisions
                        from revision where device_id = any (:devices) group by device_id, kind""")
                .param("devices", devices(plan).toArray(Long[]::new))
                .query((row, number) -> Map.entry(row.getString("configuration"), row.getLong("revisions")))
                .stream()
                .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
        return plan.goingSoon(span.get(), known);
    }

    private static Collection<Long> devices(PastPlan plan) {
        return plan.comingIn().stream()
                .map(entry -> entry.device().orElseThrow().id())
                .collect(Collectors.toSet());
    }

    /**
     * @param name of the file that was sent
     * @param expected how many revisions whoever sent it was told
     * @return the number of the job that brings them in
     */
    @Transactional
    public long bringIn(
            KeptFiles files, ZoneId zone, Map<String, String> others, String name, long expected, String by) {
        PastPlan plan = plan(files, zone, others);
        long comingIn = plan.counts().getOrDefault(PastVerdict.REVISION, 0L);
        if (comingIn != expected)
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "past-moved",
                    "These files become " + comingIn + " revisions now, and not " + expected + ".",
                    "Look at what goes where again.");
        if (comingIn == 0)
            throw KeptFiles.refused("None of these files becomes a revision.", "See what is said of each.");
        long upload = database.sql(
                        "insert into past_upload (name, brought_by, brought_at) values (?, ?, ?) returning id")
                .params(name, by, Timestamp.from(clock.instant()))
                .query(Long.class)
                .single();
        store(files, zone, plan, upload);
        List<NewJobLine> lines = fleet.with(devices(plan)).stream()
                .map(device -> line(device, upload))
                .toList();
        String title = "Bring in %,d %s of %,d %s from %s"
                .formatted(
                        comingIn,
                        comingIn == 1 ? "past configuration" : "past configurations",
                        lines.size(),
                        lines.size() == 1 ? "device" : "devices",
                        name);
        long job = jobs.start(JobKind.PAST, title, by, lines);
        database.sql("update past_upload set job_id = ? where id = ?")
                .params(job, upload)
                .update();
        return job;
    }

    /** The files are read once more, so that they are never held all at once. */
    private void store(KeptFiles files, ZoneId zone, PastPlan plan, long upload) {
        Map<Integer, Entry> wanted = new TreeMap<>();
        for (Entry entry : plan.comingIn()) wanted.put(entry.place(), entry);
        int[] place = {0};
        files.each(zone, file -> {
            Entry entry = wanted.get(place[0]++);
            if (entry == null) return;
            Meant device = entry.device().orElseThrow();
            database.sql(FILE)
                    .params(
                            upload,
                            device.id(),
                            entry.kind().name(),
                            Timestamp.from(entry.at().orElseThrow()),
                            entry.path(),
                            file.author().replace('\0', '\uFFFD'),
                            deflated(file.content().orElseThrow()))
                    .update();
        });
    }

    private static byte[] deflated(byte[] content) {
        ByteArrayOutputStream packed = new ByteArrayOutputStream();
        try (DeflaterOutputStream out = new DeflaterOutputStream(packed)) {
            out.write(content);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return packed.toByteArray();
    }

    private static NewJobLine line(Device device, long upload) {
        return new NewJobLine(
                device.name(),
                device.host(),
                device.port(),
                device.siteName(),
                device.role(),
                Optional.of(device.id()),
                Optional.empty(),
                String.valueOf(upload));
    }
}
