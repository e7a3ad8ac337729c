package chaperone.server.writing;

import chaperone.core.change.ConfigModel;
import chaperone.core.noise.Noise;
import chaperone.core.patch.EditLanguage;
import chaperone.core.platform.Platform;
import chaperone.core.writing.Wordings;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import java.time.Duration;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What the configurations of a platform have at which place: of the devices that changed last, masked. */
@Component
class FleetWordings {
    private static final int MOST_CONFIGURATIONS = 200;
    private static final int MOST_PLATFORMS = 20;
    /** Of all of them; some have 50,000 lines. */
    private static final long MOST_BYTES = 16L * 1024 * 1024;

    private static final Duration FRESH = Duration.ofMinutes(10);

    private final JdbcClient database;
    /** By the platform itself: another text of it is another one. */
    private final LoadingCache<Platform, Wordings> wordings = Caffeine.newBuilder()
            .weakKeys()
            .maximumSize(MOST_PLATFORMS)
            .expireAfterWrite(FRESH)
            .build(this::read);

    FleetWordings(JdbcClient database) {
        this.database = database;
    }

    /** @param platform one whose devices are told by lines */
    Wordings of(Platform platform) {
        return wordings.get(platform);
    }

    private Wordings read(Platform platform) {
        ConfigModel model = ConfigModel.of(platform, Noise.NONE);
        Wordings read = new Wordings((EditLanguage) platform.editWay().orElseThrow());
        database.sql("""
                        select shown from (
                          select t.shown, sum(octet_length(t.shown)) over newest as size, row_number() over newest as place
                          from config_text t join device d on d.id = t.device_id where d.platform = :platform
                          window newest as (order by d.changed_at desc nulls last, d.id)) recent
                        where place = 1 or place <= :most and size <= :bytes""")
                .param("platform", platform.name())
                .param("most", MOST_CONFIGURATIONS)
                .param("bytes", MOST_BYTES)
                .query(row -> {
                    read.add(model.read(row.getString("shown")).statements());
                });
        return read;
    }
}
