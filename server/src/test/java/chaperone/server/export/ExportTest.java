package chaperone.server.export;

import static chaperone.server.support.GitProgram.git;
import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.revision.Past;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.GitProgram;
import chaperone.server.support.TempFolders;
import chaperone.server.support.TestServer;
import chaperone.standins.demo.DemoFleet;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.Timeout;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** What is exported, read by tools that everybody has: git itself, and Java's own ZIP. */
@Timeout(120)
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class ExportTest {
    private static final int PORT = DevicePorts.next();
    private static final String SWITCH = "brkw-acc-1";

    private static TestServer server;
    private static Api engineer;
    private static Api administrator;
    private static Path clone;

    @BeforeAll
    static void start() throws IOException {
        server = TestServer.start(PORT).withoutReadings();
        engineer = server.as(Role.ENGINEER);
        administrator = server.as(Role.ADMINISTRATOR);
        server.bringIn(engineer, "127.20.1.21\n127.20.1.2\n127.20.9.31\n127.20.21.11\n");
        engineer.put("/api/sites/brackwater", Map.of("name", "Brackwater / quay"));
        engineer.post("/api/devices/edit", Map.of("devices", List.of(SWITCH), "site", "Brackwater / quay"));
        Past.of(
                server,
                SWITCH,
                List.of("name brkw-acc-1\nvlan 7 \"quay\"\n", "name brkw-acc-1\nvlan 8 \"caf\u00e9\"\n"));
        for (String name : List.of(SWITCH, "brkw-rtr-1", "ald-wall-1", "mv-avocet-sw-1")) engineer.copy(name);
        engineer.post(
                "/api/devices/" + SWITCH + "/revisions/2/marks",
                Map.of("kind", "LABEL", "text", "before the kiosks: a/b"));
        clone = TempFolders.fresh("chaperone-clone");
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @Test
    @Order(1)
    void gitClonesTheWholeHistory() throws IOException {
        git(clone, "clone", "-q", bundle().toString(), "history");
        List<String> commits = git(clone.resolve("history"), "log", "--reverse", "--format=%H")
                .lines()
                .toList();
        List<JsonNode> kept = revisions();
        assertThat(commits).hasSameSizeAs(kept);
        for (int i = 0; i < commits.size(); i++) assertIs(commits.get(i), kept.get(i));
        assertThat(git(clone.resolve("history"), "fsck", "--strict", "--full")).isEmpty();
    }

    /** The file to the byte, the moment, and what is known of who it was. */
    private static void assertIs(String commit, JsonNode revision) throws IOException {
        Path repository = clone.resolve("history");
        String device = revision.get("device").asString();
        String kind = revision.get("kind").asString();
        String site = device.equals(SWITCH) ? "Brackwater _ quay" : "no site";
        byte[] stored = engineer.get("/api/devices/" + device + "/revisions/" + revision.get("number") + "/text?kind="
                        + kind.toUpperCase(Locale.ROOT))
                .raw()
                .body();
        assertThat(GitProgram.bytes(repository, "show", commit + ":" + site + "/" + device + "/" + kind))
                .isEqualTo(stored);
        assertThat(git(repository, "show", "-s", "--format=%at", commit).strip())
                .isEqualTo(String.valueOf(
                        Instant.parse(revision.get("firstCopyAt").asString()).getEpochSecond()));
        assertThat(git(repository, "show", "-s", "--format=%s", commit))
                .startsWith(device + " " + kind + " " + revision.get("number"));
    }

    @Test
    @Order(2)
    void labelsAreTags() throws IOException {
        Path repository = clone.resolve("history");
        String tag = git(repository, "tag").strip();
        assertThat(tag).startsWith(SWITCH + "/running/").contains("before");
        assertThat(git(repository, "show", "-s", "--format=%s", tag)).startsWith(SWITCH + " running 2");
    }

    /** What a repository has already stays as it is; what is new follows it, with its author. */
    @Test
    @Order(3)
    void onlyWhatIsNewIsAdded() throws IOException {
        Path repository = clone.resolve("history");
        String before = git(repository, "rev-parse", "HEAD").strip();
        server.standIn(SWITCH).device().type(DemoFleet.PERSON, List.of("vlan 377 \"ice house\""));
        engineer.copy(SWITCH);
        git(repository, "pull", "-q", "--ff-only", bundle().toString(), "main");
        assertThat(git(repository, "rev-list", "--count", before + "..HEAD").strip())
                .isEqualTo("1");
        assertThat(git(repository, "show", "-s", "--format=%an <%ae>%n%b")
                        .lines()
                        .toList())
                .startsWith("m.oduya <m.oduya@devices.invalid>", "not planned here", "m.oduya");
        assertThat(git(repository, "show", "--format=", "--unified=0")).contains("+vlan 377 \"ice house\"");
    }

    @Test
    @Order(4)
    void aZipHoldsWhatRunsNow() throws IOException {
        Map<String, byte[]> files = zip(administrator, "/api/exports/configurations.zip");
        assertThat(files).hasSize(8).containsKey("Brackwater _ quay/brkw-acc-1-running.conf");
        byte[] newest =
                engineer.get("/api/devices/brkw-rtr-1/revisions/1/text").raw().body();
        assertThat(files.get("no site/brkw-rtr-1-running.conf")).isEqualTo(newest);
    }

    @Test
    @Order(5)
    void everybodysZipHoldsNoSecret() throws IOException {
        Map<String, byte[]> files = zip(server.as(Role.VIEWER), "/api/exports/masked-configurations.zip");
        assertThat(files).hasSize(8);
        for (byte[] file : files.values())
            assertThat(new String(file, StandardCharsets.UTF_8))
                    .doesNotContain(DemoFleet.PASSWORD, DemoFleet.PERSON_PASSWORD, DemoFleet.ADMIN_PASSWORD);
        assertThat(engineer.get("/api/exports/configurations.zip").status()).isEqualTo(403);
        assertThat(engineer.get("/api/exports/history.bundle").status()).isEqualTo(403);
        assertThat(administrator.get("/api/audit?text=secrets").body())
                .contains("fetched the history of all devices with its secrets")
                .contains("fetched all configurations with their secrets");
    }

    /** Nothing of it stays behind. */
    @Test
    @Order(6)
    void leavesNoFiles() throws IOException {
        bundle();
        TestServer.await(
                () -> {
                    try (var files = Files.list(Path.of(System.getProperty("java.io.tmpdir")))) {
                        return files.noneMatch(
                                file -> file.getFileName().toString().startsWith("chaperone-history"));
                    } catch (IOException e) {
                        return false;
                    }
                },
                "the repository is gone");
    }

    private static Path bundle() throws IOException {
        Api.Answer answer = administrator.get("/api/exports/history.bundle");
        assertThat(answer.status()).isEqualTo(200);
        Path file = Files.createTempFile(clone, "history", ".bundle");
        return Files.write(file, answer.raw().body());
    }

    /** All of them as the server tells them, in the order in which they were found. */
    private static List<JsonNode> revisions() {
        List<JsonNode> all = new ArrayList<>();
        for (JsonNode device : engineer.get("/api/devices?size=100").json(200).get("devices")) {
            String name = device.get("name").asString();
            for (String kind : List.of("running", "saved")) {
                engineer.get("/api/devices/" + name + "/revisions?kind=" + kind.toUpperCase(Locale.ROOT))
                        .json(200)
                        .forEach(each ->
                                all.add(((ObjectNode) each).put("device", name).put("kind", kind)));
            }
        }
        all.sort(Comparator.comparing(
                        (JsonNode each) -> Instant.parse(each.get("firstCopyAt").asString()))
                .thenComparing(each -> each.get("kind").asString()));
        return all;
    }

    private static Map<String, byte[]> zip(Api api, String path) throws IOException {
        Api.Answer answer = api.get(path);
        assertThat(answer.status()).isEqualTo(200);
        Map<String, byte[]> files = new HashMap<>();
        try (ZipInputStream zip =
                new ZipInputStream(new ByteArrayInputStream(answer.raw().body()))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry())
                files.put(entry.getName(), zip.readAllBytes());
        }
        return files;
    }
}
