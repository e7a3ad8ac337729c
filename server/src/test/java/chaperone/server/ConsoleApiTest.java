package chaperone.server;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.WebSocket;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.CompletionStage;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Consoles on real stand-ins, through the web socket. */
class ConsoleApiTest {
    private static TestServer server;
    private static Api engineer;

    @BeforeAll
    static void start() {
        server = TestServer.start(DevicePorts.next());
        engineer = server.as(Role.ENGINEER);
        Map<String, Object> list = Map.of(
                "csv",
                "127.20.1.11",
                "credentialSet",
                server.credentialSet(),
                "port",
                server.devicePort(),
                "listName",
                "");
        engineer.awaitJob(
                engineer.post("/api/imports", list).json(202).get("job").asLong());
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @Test
    void aSessionIsHeldAndRecorded() {
        long id = ask(Map.of()).get("console").asLong();
        Screen screen = new Screen();
        WebSocket line = open(engineer, id, screen);
        screen.await("brkw-core-1:view>");
        line.sendText("show facts\r", true);
        screen.await("serial");
        line.sendText("admin\r", true);
        screen.await("password:");
        line.sendText("tide-table-9\r", true);
        screen.await("brkw-core-1:admin>");
        line.sendText("bye\r", true);
        TestServer.await(() -> screen.closed, "the session has ended");
        JsonNode recording = engineer.await(
                        "/api/devices/brkw-core-1/consoles",
                        list -> list.get(0).get("id").asLong() == id
                                && list.get(0).has("endedAt"))
                .get(0);
        assertThat(recording.get("account").asString()).isEqualTo("engineer");
        StringBuilder replayed = new StringBuilder();
        engineer.get("/api/consoles/" + id)
                .json(200)
                .get("pieces")
                .forEach(piece -> replayed.append(piece.get("said").asString()));
        assertThat(replayed.toString())
                .isEqualTo(screen.text())
                .contains("show facts")
                .doesNotContain("tide-table-9");
        assertThat(engineer.get("/api/consoles/" + id + "/text").body()).contains("show facts");
        JsonNode log = server.as(Role.ADMINISTRATOR)
                .get("/api/audit?size=50")
                .json(200)
                .get("entries");
        assertThat(log.findValuesAsString("act")).contains("opened a console", "looked at a console's recording");
    }

    @Test
    void nobodyElseFetchesAConsoleAndNobodyTwice() {
        long id = ask(Map.of()).get("console").asLong();
        Screen other = new Screen();
        open(server.as(Role.ADMINISTRATOR), id, other);
        other.await("There is no console");
        Screen own = new Screen();
        WebSocket line = open(engineer, id, own);
        own.await("brkw-core-1:view>");
        Screen again = new Screen();
        open(engineer, id, again);
        again.await("There is no console");
        line.abort();
        engineer.await("/api/devices/brkw-core-1/consoles", list -> list.get(0).has("endedAt"));
        TestServer.await(() -> server.standIn("brkw-core-1").sessions() == 0, "no session is left on the device");
        CompletionException refused = null;
        try {
            open(server.as(Role.VIEWER), id, new Screen());
        } catch (CompletionException e) {
            refused = e;
        }
        assertThat(refused).as("a viewer gets no line").isNotNull();
    }

    @Test
    void aPersonMayUseAnAccountOfTheirOwnWhichIsNamedButNotItsPassword() {
        JsonNode asked = ask(Map.of("account", "m.oduya", "password", "no such password"));
        assertThat(asked.get("loggedInAs").asString()).isEqualTo("m.oduya");
        Screen screen = new Screen();
        open(engineer, asked.get("console").asLong(), screen);
        screen.await("refused the account");
        assertThat(server.as(Role.ADMINISTRATOR).get("/api/audit?size=50").body())
                .contains("as m.oduya")
                .doesNotContain("no such password");
    }

    @Test
    void aLockedAccountLosesItsConsole() {
        Api administrator = server.as(Role.ADMINISTRATOR);
        administrator
                .post("/api/accounts", account(Map.of("name", "t.gale", "password", TestServer.PASSWORD)))
                .json(201);
        Api person = new Api(server.address()).logIn("t.gale", TestServer.PASSWORD);
        long id = person.post("/api/devices/brkw-core-1/consoles", Map.of())
                .json(201)
                .get("console")
                .asLong();
        Screen screen = new Screen();
        open(person, id, screen);
        screen.await("brkw-core-1:view>");
        administrator.put("/api/accounts/t.gale", account(Map.of("locked", true)));
        TestServer.await(() -> screen.closed, "the console has ended");
    }

    private static Map<String, Object> account(Map<String, Object> more) {
        Map<String, Object> account = new HashMap<>(Map.of("fullName", "T. Gale", "role", "ENGINEER"));
        account.putAll(more);
        return account;
    }

    private static JsonNode ask(Map<String, String> body) {
        return engineer.post("/api/devices/brkw-core-1/consoles", body).json(201);
    }

    private static WebSocket open(Api person, long id, Screen screen) {
        URI address = URI.create(server.address().replaceFirst("http", "ws") + "/api/consoles/" + id + "/line");
        return HttpClient.newHttpClient()
                .newWebSocketBuilder()
                .header("Cookie", person.cookies())
                .header("Origin", server.address())
                .buildAsync(address, screen)
                .join();
    }

    private static final class Screen implements WebSocket.Listener {
        private final StringBuffer text = new StringBuffer();
        private volatile boolean closed;

        @Override
        public CompletionStage<?> onBinary(WebSocket socket, ByteBuffer data, boolean last) {
            text.append(StandardCharsets.ISO_8859_1.decode(data));
            socket.request(1);
            return CompletableFuture.completedFuture(null);
        }

        @Override
        public CompletionStage<?> onClose(WebSocket socket, int status, String reason) {
            closed = true;
            return CompletableFuture.completedFuture(null);
        }

        String text() {
            return text.toString();
        }

        void await(String wanted) {
            TestServer.await(() -> text.indexOf(wanted) >= 0, "\"" + wanted + "\" on the screen, which shows " + text);
        }
    }
}
