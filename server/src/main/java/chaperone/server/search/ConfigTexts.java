package chaperone.server.search;

import chaperone.core.config.ConfigBytes;
import chaperone.core.platform.Platform;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.revision.ConfigKind;
import chaperone.server.revision.History;
import chaperone.server.revision.History.Text;
import chaperone.server.revision.RunningChangedEvent;
import chaperone.server.secret.SecretMasks;
import java.util.List;
import java.util.Optional;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Keeps the text that is searched beside the configuration: written in the transaction that stores a new one, so that both
 * are there or neither is; what is missing, or was masked by another text of its platform, is written by passes.
 */
@Component
public class ConfigTexts {
    static final int MOST = 50;
    private static final String WRITE = """
            insert into config_text (device_id, revision_id, masks, shown) values (:device, :revision, :masks, :shown)
            on conflict (device_id) do update set revision_id = excluded.revision_id, masks = excluded.masks,
              shown = excluded.shown where config_text.revision_id <= excluded.revision_id""";
    private static final String MISSING = """
            select d.id from device d
            join lateral (
              select id from revision where device_id = d.id and kind = 'RUNNING' order by number desc limit 1) r on true
            left join config_text t on t.device_id = d.id
            where t.device_id is null or t.revision_id <> r.id or not t.masks = any (:masks)
              or not starts_with(t.masks, d.platform || ':')
            order by d.id limit :most""";

    private final Fleet fleet;
    private final History history;
    private final PlatformRegistry platforms;
    private final SecretMasks masks;
    private final JdbcClient database;
    private final TransactionTemplate transaction;

    ConfigTexts(
            Fleet fleet,
            History history,
            PlatformRegistry platforms,
            SecretMasks masks,
            JdbcClient database,
            TransactionTemplate transaction) {
        this.fleet = fleet;
        this.history = history;
        this.platforms = platforms;
        this.masks = masks;
        this.database = database;
        this.transaction = transaction;
    }

    @EventListener
    void runningChanged(RunningChangedEvent changed) {
        write(changed.device());
    }

    /**
     * Each in a transaction of its own, without a lock on the device: a copy that comes meanwhile holds what it writes here,
     * and a newer revision stays.
     *
     * @return how many were written; there may be more when it is as many as one pass takes
     */
    public int pass() {
        List<Long> missing = database.sql(MISSING)
                .param("masks", platforms.masksInForce())
                .param("most", MOST)
                .query(Long.class)
                .list();
        missing.forEach(
                id -> transaction.executeWithoutResult(status -> fleet.find(id).ifPresent(this::write)));
        return missing.size();
    }

    /** One whose bytes were damaged cannot be searched. */
    private void write(Device device) {
        Optional<Text> newest = history.find(device, ConfigKind.RUNNING);
        if (newest.isEmpty()) return;
        Platform platform = platforms.get(device.platform());
        String shown =
                ConfigBytes.printable(masks.of(platform, newest.get().whole()).text());
        database.sql(WRITE)
                .param("device", device.id())
                .param("revision", newest.get().revision().id())
                .param("masks", platforms.masksOf(platform.name()))
                // The database holds no such character.
                .param("shown", shown.replace('\0', '\uFFFD'))
                .update();
    }
}
