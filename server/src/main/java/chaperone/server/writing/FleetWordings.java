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
                        select t.shown from config_text t join device d on d.id = t.device_id
                        where d.platform = :platform order by d.changed_at desc nulls last, d.id limit :most""")
                .param("platform", platform.name())
                .param("most", MOST_CONFIGURATIONS)
                .query(String.class)
                .list()
                .forEach(text -> read.add(model.read(text).statements()));
        return read;
    }
}
