package chaperone.server.revision;

import chaperone.server.copy.CopyStore;
import chaperone.server.support.TestServer;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Gives devices of a test a past: made-up running configurations, a day apart, the last one yesterday. */
public final class Past {
    private Past() {}

    public static void of(TestServer server, String device, List<String> texts) {
        long id = server.context()
                .getBean(JdbcClient.class)
                .sql("select id from device where name = ?")
                .param(device)
                .query(Long.class)
                .single();
        CopyStore store = server.context().getBean(CopyStore.class);
        for (int i = 0; i < texts.size(); i++) {
            store.storePast(id, texts.get(i), Instant.now().minus(Duration.ofDays(texts.size() - i)));
        }
    }
}
