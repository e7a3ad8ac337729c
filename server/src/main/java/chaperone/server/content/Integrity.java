package chaperone.server.content;

import chaperone.server.content.Contents.Checked;
import java.time.Clock;
import java.util.List;
import java.util.concurrent.atomic.AtomicBoolean;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.data.domain.Limit;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

/** Reads every stored content again and checks its digest; names the revisions and readings whose bytes are not what they were. */
@Service
public class Integrity {
    private static final Logger LOG = LoggerFactory.getLogger(Integrity.class);
    private static final int AT_ONCE = 100;
    private static final String DAMAGED = """
            select d.name as device, h.kind, h.number, c.damage
            from content c
            join (
              select device_id, kind, number, digest from revision
              union all select device_id, kind, number, digest from table_reading) h on h.digest = c.digest
            join device d on d.id = h.device_id
            where c.damage <> '' order by d.name, h.kind, h.number limit 1000""";

    private final Contents contents;
    private final StoredPackRepository packs;
    private final IntegrityPassRepository passes;
    private final JdbcClient database;
    private final Clock clock;
    private final AtomicBoolean isRunning = new AtomicBoolean();

    /**
     * A revision, or a reading of a table, that cannot be given back as it was.
     *
     * @param kind of configuration, or of table
     */
    public record Damaged(String device, String kind, int number, String how) {}

    Integrity(
            Contents contents,
            StoredPackRepository packs,
            IntegrityPassRepository passes,
            JdbcClient database,
            Clock clock) {
        this.contents = contents;
        this.packs = packs;
        this.passes = passes;
        this.database = database;
        this.clock = clock;
    }

    /** Goes through all packs, and returns when it is done; at once if a pass is under way in this process. */
    public void pass(String askedBy) {
        if (!isRunning.compareAndSet(false, true)) return;
        try {
            IntegrityPass pass = passes.save(new IntegrityPass(askedBy, clock.instant()));
            run(pass);
        } finally {
            isRunning.set(false);
        }
    }

    private void run(IntegrityPass begun) {
        IntegrityPass pass = begun;
        long last = 0;
        List<Long> next = packs.idsAfter(last, Limit.of(AT_ONCE));
        while (!next.isEmpty()) {
            for (long id : next) {
                Checked checked = contents.check(id);
                pass.has(pass.contents() + checked.contents(), pass.damaged() + checked.damaged());
                last = id;
            }
            pass = passes.save(pass);
            next = packs.idsAfter(last, Limit.of(AT_ONCE));
        }
        pass.end(clock.instant());
        passes.save(pass);
        if (pass.damaged() > 0) LOG.error("{} of {} stored contents are damaged", pass.damaged(), pass.contents());
    }

    public List<Damaged> damaged() {
        return database.sql(DAMAGED)
                .query((row, number) -> new Damaged(
                        row.getString("device"), row.getString("kind"), row.getInt("number"), row.getString("damage")))
                .list();
    }
}
