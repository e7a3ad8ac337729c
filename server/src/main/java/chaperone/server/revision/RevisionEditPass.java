package chaperone.server.revision;

import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.platform.PlatformRegistry;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Finds revisions of which it was never worked out what was done, or whose secrets were masked by another text of their
 * platform, or by another platform.
 */
@Component
public class RevisionEditPass {
    static final int MOST = 50;
    /** Only those that can be read, and the one before them too: the others would come again and again. */
    private static final String OUTDATED = """
            select r.device_id, r.number, b.number as before
            from revision r
            join device d on d.id = r.device_id
            join content c on c.digest = r.digest and c.damage = ''
            join lateral (
              select p.number, p.digest from revision p
              where p.device_id = r.device_id and p.kind = r.kind and p.number < r.number
              order by p.number desc limit 1) b on true
            join content e on e.digest = b.digest and e.damage = ''
            where r.kind = 'RUNNING' and (r.deed_digest = '' or exists (
              select 1 from revision_edit x where x.revision_id = r.id
                and not (x.masks = any (:masks) and starts_with(x.masks, d.platform || ':'))))
            order by r.id limit :most""";

    private final JdbcClient database;
    private final Fleet fleet;
    private final History history;
    private final RevisionRepository revisions;
    private final PlatformRegistry platforms;
    private final TransactionTemplate transaction;

    private record Outdated(long device, int number, int before) {}

    RevisionEditPass(
            JdbcClient database,
            Fleet fleet,
            History history,
            RevisionRepository revisions,
            PlatformRegistry platforms,
            TransactionTemplate transaction) {
        this.database = database;
        this.fleet = fleet;
        this.history = history;
        this.revisions = revisions;
        this.platforms = platforms;
        this.transaction = transaction;
    }

    /** @return how many were worked out; there may be more when it is as many as one pass takes */
    public int pass() {
        List<Outdated> outdated = database.sql(OUTDATED)
                .param("masks", platforms.masksInForce())
                .param("most", MOST)
                .query((row, number) ->
                        new Outdated(row.getLong("device_id"), row.getInt("number"), row.getInt("before")))
                .list();
        outdated.forEach(each -> transaction.executeWithoutResult(status -> compareAnew(each)));
        return outdated.size();
    }

    private void compareAnew(Outdated each) {
        Optional<Device> device = fleet.find(each.device());
        Optional<Revision> revision = find(each, each.number());
        Optional<Revision> before = find(each, each.before());
        if (device.isPresent() && revision.isPresent() && before.isPresent())
            history.compareAnew(device.get(), before, revision.get());
    }

    private Optional<Revision> find(Outdated each, int number) {
        return revisions.findByDeviceIdAndKindAndNumber(each.device(), ConfigKind.RUNNING, number);
    }
}
