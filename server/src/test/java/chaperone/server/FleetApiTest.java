package chaperone.server;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** The fleet as a list, credential sets, live events: on the demo's twelve devices. */
@Timeout(120)
class FleetApiTest {
    private static TestServer server;
    private static Api engineer;
    private static Api administrator;

    @BeforeAll
    static void start() {
        server = TestServer.startDemo(DevicePorts.next());
        engineer = new Api(server.address()).logIn("r.anand", "demo-engineer");
        administrator = new Api(server.address()).logIn("A.Keel", "demo-administrator");
        engineer.awaitJob(1);
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        size=100                                   | 49 | ald-acc-1
        query=brkw                                  | 6  | brkw-acc-1
        query=BRKW%20CORE                           | 2  | brkw-core-1
        query=cairn%20point                         | 6  | cairn-acc-1
        query=127.20.3.                             | 6  | duns-acc-1
        query=%25                                   | 0  |
        query=_                                     | 0  |
        site=Dunsay&role=core                      | 2  | duns-core-1
        site=Dunsay&site=Brackwater&role=core      | 4  | brkw-core-1
        release=9.9                                | 0  |
        sort=-name                                 | 49 | mv-heron-sw-1
        platform=pellon&platform=brisling          | 9  | ald-wall-1
        sort=model&query=acc                        | 16 | brkw-acc-3
        page=1&size=5                              | 49 | ald-wall-1
        """)
    void isFilteredSortedAndPagedByTheServer(String query, int matching, String first) {
        JsonNode page = engineer.get("/api/devices?" + query).json(200);
        assertThat(page.get("matching").asInt()).isEqualTo(matching);
        assertThat(page.get("all").asInt()).isEqualTo(49);
        if (first == null) assertThat(page.get("devices")).isEmpty();
        else assertThat(page.get("devices").get(0).get("name").asString()).isEqualTo(first);
    }

    @Test
    void pagesTogetherHoldEachDeviceOnce() {
        List<String> names = new ArrayList<>();
        for (int page = 0; page < 17; page++) {
            engineer.get("/api/devices?sort=changed&size=3&page=" + page)
                    .json(200)
                    .get("devices")
                    .forEach(device -> names.add(device.get("name").asString()));
        }
        assertThat(names).hasSize(49).doesNotHaveDuplicates();
    }

    @Test
    void countsFacets() {
        JsonNode sites = engineer.get("/api/devices").json(200).get("sites");
        assertThat(sites).hasSize(17);
        assertThat(sites.get(0)).hasToString("{\"value\":\"Aldermouth\",\"devices\":6}");
    }

    private static long switches() {
        for (JsonNode set : engineer.get("/api/credential-sets").json(200)) {
            if (set.get("name").asString().equals("switches"))
                return set.get("id").asLong();
        }
        throw new AssertionError("there is no such set");
    }

    @Test
    void theDemosPastIsInTheHistory() {
        JsonNode revisions = engineer.get("/api/devices/brkw-core-1/revisions").json(200);
        assertThat(revisions.size()).isGreaterThan(10);
        assertThat(revisions.get(0).get("origin").asString()).isEqualTo("FIRST_COPY");
        JsonNode newest = revisions.get(revisions.size() - 1);
        assertThat(newest.get("added").asInt()).as("the fish market").isEqualTo(3);
        assertThat(engineer.get("/api/devices/duns-acc-4")
                        .json(200)
                        .get("device")
                        .get("answers")
                        .get("matched")
                        .get("kind")
                        .asString())
                .isEqualTo("ATTENTION");
    }

    @Test
    void linesAreGivenInPieces() {
        String path = "/api/devices/brkw-core-1/revisions/1/lines";
        int lines = engineer.get("/api/devices/brkw-core-1/revisions")
                .json(200)
                .get(0)
                .get("lines")
                .asInt();
        List<String> all = new ArrayList<>();
        for (int from = 0; from < lines; from += 100) {
            engineer.get(path + "?count=100&from=" + from)
                    .json(200)
                    .get("lines")
                    .forEach(line -> all.add(line.asString()));
        }
        assertThat(all).hasSize(lines).contains("name brkw-core-1");
        assertThat(engineer.get(path + "?from=1000000").json(200).get("lines")).isEmpty();
    }

    @Test
    void aRemovedDeviceTakesItsHistoryAlongAndCanComeBack() {
        assertThat(engineer.delete("/api/devices/duns-core-2").status()).isEqualTo(200);
        assertThat(engineer.get("/api/devices/duns-core-2").status()).isEqualTo(404);
        Map<String, Object> list =
                Map.of("csv", "127.20.3.12", "credentialSet", switches(), "port", server.devicePort(), "listName", "");
        engineer.awaitJob(
                engineer.post("/api/imports", list).json(202).get("job").asLong());
        assertThat(engineer.get("/api/devices/duns-core-2/revisions").json(200)).isEmpty();
        assertThat(engineer.copy("duns-core-2")).isEqualTo("NEW_REVISION");
    }

    @Test
    void aCredentialSetIsChangedWithoutItsPasswordsAndKeptWhileItIsUsed() {
        Map<String, Object> logIn =
                Map.of("protocols", List.of("SSH", "NETCONF", "HTTPS", "TELNET"), "account", "chaperone", "was", 0);
        Map<String, Object> input =
                Map.of("name", "switches", "note", "changed", "logIns", List.of(logIn), "ranges", TestServer.RANGES);
        assertThat(administrator
                        .put("/api/credential-sets/" + switches(), input)
                        .status())
                .isEqualTo(204);
        assertThat(engineer.copy("cairn-core-1"))
                .as("the passwords are as they were")
                .isEqualTo("NOTHING_NEW");
        assertThat(administrator
                        .delete("/api/credential-sets/" + switches())
                        .json(409)
                        .get("detail")
                        .asString())
                .contains("is used by 31 devices");
        long spare = administrator.makeCredentialSet("spare", "x", "y", "");
        assertThat(administrator
                        .post("/api/credential-sets", Api.credentialSet("Spare", "x", "y", ""))
                        .status())
                .isEqualTo(409);
        assertThat(administrator.delete("/api/credential-sets/" + spare).status())
                .isEqualTo(204);
    }

    @Test
    void eventsReachAnOpenPage() throws Exception {
        CompletableFuture<String> heard = new CompletableFuture<>();
        Thread page = new Thread(() -> listen(heard));
        page.setDaemon(true);
        page.start();
        engineer.copy("cairn-core-2");
        // The page may have opened after the first copy: copies go on until it has heard of one.
        while (!heard.isDone()) engineer.copy("cairn-core-2");
        assertThat(heard.get()).isEqualTo("event:job");
    }

    private static void listen(CompletableFuture<String> heard) {
        try (BufferedReader lines =
                new BufferedReader(new InputStreamReader(engineer.stream("/api/events"), StandardCharsets.UTF_8))) {
            String line = lines.readLine();
            while (line != null && !line.equals("event:job")) line = lines.readLine();
            heard.complete(String.valueOf(line));
        } catch (IOException e) {
            heard.completeExceptionally(e);
        }
    }
}
