package chaperone.server.revision;

import chaperone.core.config.ConfigBytes;
import chaperone.core.config.ConfigDocument;
import chaperone.core.noise.NoiseMarkedConfig;
import chaperone.server.content.Contents;
import chaperone.server.fleet.Device;
import chaperone.server.noise.NoiseRules;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * What a device ran before it was copied first, as somebody kept it elsewhere. It is put before all that is known, the
 * newest first, so that no revision changes its number and none that the product saw itself is altered.
 */
@Service
public class EarlierRevisions {
    private static final String SOURCE = """
            insert into revision_source (revision_id, upload_id, path, author) values (:revision, :upload, :path, :author)""";

    private final RevisionRepository revisions;
    private final History history;
    private final NoiseRules noise;
    private final Contents contents;
    private final JdbcClient database;

    /**
     * A configuration of the past.
     *
     * @param upload by which it came
     * @param path of its file; {@code author} as a repository names them, or empty
     */
    public record Earlier(long upload, ConfigKind kind, Instant at, String text, String path, String author) {}

    /** What came of one. */
    public enum Put {
        REVISION,
        /** It says the same as the one after it, of the same upload. */
        SAME,
        /** What is known begins before it. */
        NOT_BEFORE
    }

    EarlierRevisions(
            RevisionRepository revisions, History history, NoiseRules noise, Contents contents, JdbcClient database) {
        this.revisions = revisions;
        this.history = history;
        this.noise = noise;
        this.contents = contents;
        this.database = database;
    }

    /** The first that is known of a configuration, and since when; its text is empty if its bytes are damaged. */
    public record Known(Instant since, String text) {}

    /** Nothing if it was never copied. */
    @Transactional(readOnly = true)
    public Optional<Known> known(long device, ConfigKind kind) {
        return revisions
                .findFirstByDeviceIdAndKindOrderByNumber(device, kind)
                .map(first -> new Known(
                        first.firstCopyAt(),
                        contents.readIfSound(first.digest())
                                .map(ConfigBytes::decode)
                                .orElse("")));
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public Put put(Device device, Earlier earlier) {
        Optional<Revision> known = revisions.findFirstByDeviceIdAndKindOrderByNumber(device.id(), earlier.kind());
        if (known.isEmpty() || !earlier.at().isBefore(known.get().firstCopyAt())) return Put.NOT_BEFORE;
        Revision first = known.get();
        NoiseMarkedConfig config = noise.of(device)
                .in(ConfigDocument.read(history.platformOf(device).grammar(), earlier.text()));
        byte[] settled = History.settledDigest(config);
        if (first.settlesTo(settled) && isOf(first, earlier.upload())) {
            first.stoodAlready(earlier.at());
            return Put.SAME;
        }
        byte[] digest = contents.keep(ConfigBytes.encode(earlier.text()), Optional.of(first.digest()));
        Revision revision = revisions.save(
                Revision.before(first, digest, settled, config.document().lineCount(), earlier.at()));
        database.sql(SOURCE)
                .param("revision", revision.id())
                .param("upload", earlier.upload())
                .param("path", earlier.path())
                .param("author", earlier.author())
                .update();
        measure(device, Optional.of(revision), first);
        return Put.REVISION;
    }

    /** Where those that were brought in were kept, by their keys. */
    @Transactional(readOnly = true)
    public Map<Long, RevisionSource> sources(Collection<Revision> some) {
        Map<Long, RevisionSource> sources = new HashMap<>();
        Long[] broughtIn = some.stream()
                .filter(revision -> revision.origin() == Origin.BROUGHT_IN)
                .map(Revision::id)
                .toArray(Long[]::new);
        if (broughtIn.length == 0) return sources;
        database.sql("""
                        select s.*, u.name, u.brought_by, u.brought_at
                        from revision_source s join past_upload u on u.id = s.upload_id
                        where s.revision_id = any (:revisions)""").param("revisions", broughtIn).query(row -> {
            sources.put(row.getLong("revision_id"), RevisionSource.of(row));
        });
        return sources;
    }

    private boolean isOf(Revision revision, long upload) {
        return database.sql("select count(*) from revision_source where revision_id = ? and upload_id = ?")
                        .params(revision.id(), upload)
                        .query(Long.class)
                        .single()
                > 0;
    }

    private void measure(Device device, Optional<Revision> before, Revision revision) {
        revision.altersWhatStoodBefore(
                before.filter(earlier -> !earlier.settlesLike(revision)).isPresent());
        history.compareAnew(device, before, revision);
    }

    /**
     * Takes back what came by an upload.
     *
     * @return how many revisions
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public int takeBack(Device device, long upload) {
        Set<Long> going = Set.copyOf(database.sql("""
                        select r.id from revision r join revision_source s on s.revision_id = r.id
                        where r.device_id = :device and s.upload_id = :upload""")
                .param("device", device.id())
                .param("upload", upload)
                .query(Long.class)
                .list());
        for (ConfigKind kind : List.of(ConfigKind.RUNNING, ConfigKind.SAVED)) takeBack(device, kind, going);
        return going.size();
    }

    private void takeBack(Device device, ConfigKind kind, Set<Long> going) {
        List<Revision> gone = new ArrayList<>();
        Optional<Revision> before = Optional.empty();
        boolean isCut = false;
        for (Revision revision : revisions.all(device.id(), kind)) {
            if (going.contains(revision.id())) {
                gone.add(revision);
                isCut = true;
                continue;
            }
            if (isCut) measure(device, before, revision);
            isCut = false;
            before = Optional.of(revision);
        }
        revisions.deleteAll(gone);
    }
}
