package chaperone.server.job;

import com.github.kagkarlsson.scheduler.boot.config.DbSchedulerCustomizer;
import com.github.kagkarlsson.scheduler.serializer.Serializer;
import java.util.Optional;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tools.jackson.databind.json.JsonMapper;

/** What waits in the queue is JSON: it names no class, so that it can still be read when one has another name. */
@Configuration(proxyBeanMethods = false)
class TaskSerializer {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    @Bean
    DbSchedulerCustomizer schedulerCustomizer() {
        return new DbSchedulerCustomizer() {
            @Override
            public Optional<Serializer> serializer() {
                return Optional.of(new JsonTasks());
            }
        };
    }

    static final class JsonTasks implements Serializer {
        @Override
        public byte[] serialize(Object data) {
            return data == null ? new byte[0] : JSON.writeValueAsBytes(data);
        }

        @Override
        public <T> T deserialize(Class<T> type, byte[] stored) {
            return stored == null || stored.length == 0 ? null : JSON.readValue(stored, type);
        }
    }
}
