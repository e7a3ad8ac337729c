package chaperone.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chaperone.server.account.Role;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.SocketTimeoutException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** What people who mean ill, or their programs, send. */
@Timeout(180)
class AttackTest {
    private static TestServer server;
    private static Api administrator;

    @BeforeAll
    static void start() {
        server = TestServer.start(DevicePorts.next());
        administrator = server.as(Role.ADMINISTRATOR);
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @Test
    void aLargeBodyBeforeLogInIsRefusedUnread() {
        Api nobody = new Api(server.address());
        nobody.get("/api/session");
        Api.Answer answer = nobody.post("/api/session", Map.of("name", "x", "password", "p".repeat(100_000)));
        assertThat(answer.json(413).get("code").asString()).isEqualTo("too-large");
    }

    /** Not announced, and sent in pieces: it is counted while it comes. */
    @Test
    void aBodyWithoutAnnouncedLengthIsCounted() throws IOException {
        String piece = "1000\r\n" + " ".repeat(0x1000) + "\r\n";
        StringBuilder body = new StringBuilder();
        for (int i = 0; i < 20; i++) body.append(piece);
        String answer = raw("POST /api/session HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\n"
                + "Cookie: XSRF-TOKEN=a\r\nX-XSRF-TOKEN: a\r\nTransfer-Encoding: chunked\r\nConnection: close\r\n\r\n"
                + body + "0\r\n\r\n");
        assertThat(answer).startsWith("HTTP/1.1 413").contains("too-large");
    }

    @Test
    void logInsWithLongPasswordsAtOnceLeaveTheServerAlive() throws Exception {
        ExecutorService guessers = Executors.newFixedThreadPool(20);
        try {
            List<Future<Integer>> all = IntStream.range(0, 40)
                    .mapToObj(i -> guessers.submit(() -> {
                        Api nobody = new Api(server.address());
                        nobody.get("/api/session");
                        return nobody.post("/api/session", Map.of("name", "approver", "password", "p".repeat(200)))
                                .status();
                    }))
                    .toList();
            for (Future<Integer> each : all) assertThat(each.get()).isIn(401, 429);
        } finally {
            guessers.shutdownNow();
        }
        administrator.get("/api/session").json(200);
    }

    @Test
    void longPasswordsArePasswords() {
        String password = "ä".repeat(150);
        administrator.post(
                "/api/accounts",
                Map.of("name", "long.one", "fullName", "Long", "role", "VIEWER", "password", password));
        new Api(server.address()).logIn("long.one", password);
        Api other = new Api(server.address());
        other.get("/api/session");
        assertThat(other.post("/api/session", Map.of("name", "long.one", "password", password + "x"))
                        .status())
                .isEqualTo(401);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        GET  | /api/devices?query=%00            |                                          | 400 | query
        GET  | /api/devices?query=%ff            |                                          | 400 | query
        GET  | /api/devices/%00                  |                                          | 400 | path
        GET  | /api/devices/%c3%28               |                                          | 400 | path
        GET  | /api/devices?sort=nonsense        |                                          | 400 | nonsense
        POST | /api/copies                       | {"devices":["\\u0000"]}                  | 400 | devices.[0]
        POST | /api/copies                       | {"devices":["brkw-acc-1",null]}          | 400 | devices
        PUT  | /api/map/places                   | {"places":[null]}                        | 400 | places
        POST | /api/compare                      | {"before":{"device":"\\u0000"},"after":{"device":"a"}} | 400 | before.device
        POST | /api/compare                      | {"platform":"corvane","before":{"text":"a\\u0000"},"after":{"text":"a"}} | 200 | MODIFIED
        POST | /api/routines/preview             | {"rule":"weekly , 01:00","zone":"Europe/London"} | 422 | Column 8
        POST | /api/routines/preview             | {"rule":"cron 0 0 30 2 *","zone":"UTC"}  | 422 | never comes due
        PUT  | /api/devices/brkw-acc-1/address   | {"host":"a b","port":22}                 | 400 | host
        POST | /api/imports                      | {"csv":"address,site\\n127.20.1.11,a\\u0000b","credentialSet":1,"port":22,"listName":""} | 400 | csv
        """)
    void whatIsNoTextOrNoValueIsToldAtItsPlace(String method, String path, String body, int status, String said) {
        Api.Answer answer = administrator.send(method, path, body == null ? "" : body);
        assertThat(answer.status()).as(answer.body()).isEqualTo(status);
        assertThat(answer.body()).contains(said);
    }

    /** Somebody with an account wants a set's password sent to a listener of their own. */
    @Test
    void noPasswordGoesWhereItsSetOrTheListOfRangesDoesNotAllowIt() throws Exception {
        Api engineer = server.as(Role.ENGINEER);
        try (ServerSocket listener = new ServerSocket(0, 5, InetAddress.getLoopbackAddress())) {
            int port = listener.getLocalPort();
            for (String host : List.of("127.0.0.1", "localhost", "::1", "[::ffff:127.0.0.1]")) {
                assertThat(outcomeOf(engineer, host + (host.contains("]") ? ":" : ",") + port))
                        .as(host)
                        .isEqualTo("NOT_CALLABLE");
            }
            assertThat(outcomeOf(engineer, "127.20.1.21," + port))
                    .as("another port")
                    .isEqualTo("NOT_CALLABLE");
            Map<String, Object> range = Map.of(
                    "ranges",
                    "127.0.0.1",
                    "credentialSets",
                    List.of(server.credentialSet()),
                    "port",
                    port,
                    "perSecond",
                    5);
            long job = engineer.post("/api/imports/ranges", range)
                    .json(202)
                    .get("job")
                    .asLong();
            engineer.awaitJob(job);
            assertThat(line(engineer, job).get("outcome").asString()).isEqualTo("NOT_CALLABLE");
            Map<String, Object> tried = Map.of(
                    "address",
                    Map.of(
                            "host",
                            "127.0.0.1",
                            "port",
                            port,
                            "credentialSet",
                            server.credentialSet(),
                            "allowTelnet",
                            true));
            assertThat(administrator
                            .post("/api/platforms/corvane/try", tried)
                            .json(409)
                            .get("outcome")
                            .asString())
                    .isEqualTo("SET_NOT_FOR_ADDRESS");
            listener.setSoTimeout(300);
            assertThatThrownBy(listener::accept).as("nobody called").isInstanceOf(SocketTimeoutException.class);
        }
    }

    /** The list of ranges allows it, the set does not: it is not opened. */
    @Test
    void aSetIsUsedOnlyWhereItIsFor() {
        Map<String, Object> elsewhere = new HashMap<>(Api.credentialSet("elsewhere", "x", "y", ""));
        elsewhere.put("ranges", "127.20.9.0/24");
        long set = administrator
                .post("/api/credential-sets", elsewhere)
                .json(201)
                .get("id")
                .asLong();
        Map<String, Object> list =
                Map.of("csv", "127.20.1.22", "credentialSet", set, "port", server.devicePort(), "listName", "");
        Api engineer = server.as(Role.ENGINEER);
        long job = engineer.post("/api/imports", list).json(202).get("job").asLong();
        engineer.awaitJob(job);
        assertThat(line(engineer, job).get("outcome").asString()).isEqualTo("SET_NOT_FOR_ADDRESS");
        elsewhere.put("ranges", " ");
        assertThat(administrator.post("/api/credential-sets", elsewhere).status())
                .isEqualTo(400);
        elsewhere.put("name", "anywhere");
        elsewhere.put("ranges", "everywhere");
        assertThat(administrator
                        .post("/api/credential-sets", elsewhere)
                        .json(422)
                        .get("detail")
                        .asString())
                .contains("Line 1");
        server.bringIn(engineer, "127.20.1.22");
        assertThat(engineer.put("/api/devices/brkw-acc-2/address", Map.of("host", "127.0.0.1", "port", 22))
                        .json(422)
                        .get("code")
                        .asString())
                .isEqualTo("not-callable");
    }

    private static String outcomeOf(Api engineer, String address) {
        String csv = address.contains(",") ? "address,port\n" + address : address;
        Map<String, Object> list = Map.of(
                "csv", csv, "credentialSet", server.credentialSet(), "port", 22, "listName", "", "allowTelnet", true);
        long job = engineer.post("/api/imports", list).json(202).get("job").asLong();
        engineer.awaitJob(job);
        return line(engineer, job).get("outcome").asString();
    }

    private static JsonNode line(Api engineer, long job) {
        return engineer.get("/api/jobs/" + job + "/lines")
                .json(200)
                .get("lines")
                .get(0);
    }

    @Test
    void streamsThatEndTogetherDoNotDisturbTheServer() throws Exception {
        for (int round = 0; round < 3; round++) {
            List<InputStream> streams = new ArrayList<>();
            for (int i = 0; i < 60; i++) streams.add(administrator.stream("/api/events"));
            for (InputStream stream : streams) assertThat(stream.read()).isPositive();
            streams.parallelStream().forEach(AttackTest::end);
            administrator.put("/api/sites/quay", Map.of("name", "Quay " + round));
        }
        try (InputStream next = administrator.stream("/api/events")) {
            assertThat(next.read()).as("others are told all the same").isPositive();
        }
        administrator.get("/api/session").json(200);
    }

    private static void end(InputStream stream) {
        try {
            stream.close();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Test
    void anotherNameOfTheServerGetsNothing() throws IOException {
        assertThat(raw("GET / HTTP/1.1\r\nHost: rebound.example\r\nConnection: close\r\n\r\n"))
                .startsWith("HTTP/1.1 421")
                .contains("other-host");
        assertThat(raw("GET /actuator/health HTTP/1.1\r\nHost: localhost:80\r\nConnection: close\r\n\r\n"))
                .startsWith("HTTP/1.1 200");
    }

    @Test
    void cellsThatLookLikeFormulasAreTextsInEveryCsv() {
        administrator.put("/api/groups/quay", Map.of("query", "name is \"=cmd\"", "note", ""));
        administrator.post("/api/revision-marks", Map.of());
        administrator.put("/api/fleet-views/=SUM(A1)", Map.of("query", "", "columns", List.of(), "sort", ""));
        String csv = administrator.get("/api/audit.csv").body();
        assertThat(csv.lines().flatMap(line -> List.of(line.split(",")).stream()))
                .noneMatch(cell -> cell.startsWith("=") || cell.startsWith("\"="));
    }

    private static String raw(String request) throws IOException {
        URI address = URI.create(server.address());
        try (Socket socket = new Socket()) {
            socket.connect(new InetSocketAddress(address.getHost(), address.getPort()), 5000);
            socket.setSoTimeout(20_000);
            OutputStream out = socket.getOutputStream();
            try {
                out.write(request.getBytes(StandardCharsets.ISO_8859_1));
                out.flush();
            } catch (IOException e) {
                // The server has answered, and does not listen any more.
            }
            InputStream in = socket.getInputStream();
            StringBuilder answer = new StringBuilder();
            try {
                for (int next = in.read(); next >= 0; next = in.read()) answer.append((char) next);
            } catch (IOException e) {
                // It hung up behind its answer.
            }
            return answer.toString();
        }
    }
}
