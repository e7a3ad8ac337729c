package chaperone.server;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.springframework.jdbc.core.simple.JdbcClient;

/** No deed stands without its entry in the audit log. */
@Timeout(120)
class AuditTogetherTest {
    private static TestServer server;
    private static Api engineer;
    private static JdbcClient database;

    @BeforeAll
    static void start() {
        server = TestServer.start(DevicePorts.next());
        engineer = server.as(Role.ENGINEER);
        server.bringIn(engineer, "127.20.1.21");
        database = server.context().getBean(JdbcClient.class);
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @Test
    void whatCannotBeRecordedIsNotDone() {
        Map<String, Object> group = Map.of("query", "name is brkw", "note", "");
        withoutRoomInTheLog(() -> {
            assertThat(engineer.put("/api/groups/quay", group).status()).isEqualTo(500);
            assertThat(engineer.delete("/api/devices/brkw-acc-1").status()).isEqualTo(500);
            assertThat(engineer.get("/api/devices/brkw-acc-1/revisions/1/text").status())
                    .as("a look at secrets is recorded first")
                    .isIn(404, 500);
            Api nobody = new Api(server.address());
            nobody.get("/api/session");
            assertThat(nobody.post("/api/session", Map.of("name", "viewer", "password", TestServer.PASSWORD))
                            .status())
                    .isEqualTo(500);
            assertThat(nobody.get("/api/session").status())
                    .as("nobody is logged in")
                    .isEqualTo(401);
        });
        assertThat(engineer.get("/api/groups").json(200)).isEmpty();
        engineer.get("/api/devices/brkw-acc-1").json(200);
        assertThat(engineer.put("/api/groups/quay", group).status()).isLessThan(300);
        assertThat(newest()).containsEntry("act", "kept a group").containsEntry("outcome", "DONE");
    }

    @Test
    void whatIsRefusedIsRecordedAsThat() {
        assertThat(engineer.delete("/api/groups/nobody").status()).isEqualTo(404);
        assertThat(newest()).containsEntry("act", "removed a group").containsEntry("outcome", "REFUSED");
    }

    @Test
    void whatReachesOutHasAnEntryBeforeItBegins() {
        Map<String, Object> check = Map.of("device", "brkw-acc-1", "values", Map.of());
        engineer.post("/api/platforms/corvane/first-contact/check", check).json(200);
        assertThat(database.sql(
                                "select outcome from audit_entry where act = 'checked a base configuration' order by number")
                        .query(String.class)
                        .list())
                .containsExactly("BEGUN", "DONE");
    }

    /** The log takes nothing: neither an entry nor what it is about is kept. */
    private static void withoutRoomInTheLog(Runnable work) {
        database.sql("alter table audit_entry add constraint no_room check (number < 0) not valid")
                .update();
        try {
            work.run();
        } finally {
            database.sql("alter table audit_entry drop constraint no_room").update();
        }
    }

    private static Map<String, Object> newest() {
        return database.sql("select act, outcome from audit_entry order by number desc limit 1")
                .query()
                .singleRow();
    }
}
