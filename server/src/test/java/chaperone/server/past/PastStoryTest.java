package chaperone.server.past;

import static chaperone.server.support.GitProgram.git;
import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.support.Api;
import chaperone.server.support.Api.Answer;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TempFolders;
import chaperone.server.support.TestServer;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.StreamSupport;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Files of the past become revisions before the first copy, and go again. */
@Timeout(120)
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class PastStoryTest {
    private static final int PORT = DevicePorts.next();
    private static final String SWITCH = "brkw-acc-1";
    private static final String ROUTER = "brkw-rtr-1";
    private static final String REVISIONS = "/api/devices/" + SWITCH + "/revisions";

    private static TestServer server;
    private static Api engineer;
    private static String now;

    @BeforeAll
    static void start() {
        server = TestServer.start(PORT).withoutReadings();
        engineer = server.as(Role.ENGINEER);
        server.bringIn(engineer, "127.20.1.21\n127.20.1.2\n");
        engineer.copy(SWITCH);
        engineer.copy(ROUTER);
        now = text(1);
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @Test
    @Order(1)
    void thePreviewSaysWhatBecomesOfEachFile() throws IOException {
        byte[] zip = zip(files());
        JsonNode preview = engineer.sendFile("/api/past-configurations/preview?zone=UTC", zip)
                .json(200);
        Map<String, String> verdicts = StreamSupport.stream(preview.get("files").spliterator(), false)
                .collect(Collectors.toMap(
                        file -> file.get("path").asString(),
                        file -> file.get("verdict").asString(),
                        (one, other) -> other,
                        TreeMap::new));
        assertThat(verdicts)
                .isEqualTo(new TreeMap<>(Map.ofEntries(
                        Map.entry("old/" + SWITCH + "-2025-01-10.conf", "REVISION"),
                        Map.entry("old/" + SWITCH + "-2025-02-10.conf", "SAME"),
                        Map.entry("old/" + SWITCH + "-2025-03-10T0405.conf", "REVISION"),
                        Map.entry("old/" + SWITCH + "-2025-04-10.conf", "REVISION"),
                        Map.entry("saved/" + SWITCH + ".tern.example-20250410.conf", "REVISION"),
                        Map.entry("old/harbour-2025-01-10.conf", "NO_DEVICE"),
                        Map.entry("old/" + SWITCH + "+" + ROUTER + "/2025-01-11.conf", "SEVERAL_DEVICES"),
                        Map.entry("new/" + SWITCH + "-2099-01-01.conf", "NOT_BEFORE"),
                        Map.entry("old/" + SWITCH + "-2025-05-01.png", "NO_TEXT"),
                        Map.entry("old/" + SWITCH + "-2025-05-02.md", "OTHER_PLATFORM"),
                        Map.entry("one/" + SWITCH + "-2025-06-01.conf", "TWICE"),
                        Map.entry("two/" + SWITCH + "-2025-06-01.conf", "TWICE"),
                        Map.entry(SWITCH + "-2025-07-01.big", "TOO_LONG"),
                        Map.entry(SWITCH + ".undated", "NO_MOMENT"))));
        assertThat(preview.get("revisions").asInt()).isEqualTo(4);
        assertThat(preview.get("goingSoon").asInt()).isZero();
        assertThat(revisions()).as("nothing is stored").hasSize(1);
    }

    @Test
    @Order(2)
    void theFilesBecomeRevisionsBeforeTheFirst() throws IOException {
        JsonNode job = bringIn("past.zip", zip(files()), 4);
        assertThat(job.get("outcomes").get(0).get("outcome").asString()).isEqualTo("PAST_BROUGHT_IN");
        List<JsonNode> revisions = revisions();
        assertThat(revisions.stream().map(each -> each.get("number").asInt())).containsExactly(-3, -2, -1, 1);
        assertThat(revisions.stream()
                        .map(each -> Instant.parse(each.get("firstCopyAt").asString())))
                .startsWith(
                        Instant.parse("2025-01-10T00:00:00Z"),
                        Instant.parse("2025-03-10T04:05:00Z"),
                        Instant.parse("2025-04-10T00:00:00Z"));
        assertThat(revisions.get(0).get("lastCopyAt").asString()).isEqualTo("2025-02-10T00:00:00Z");
        assertThat(text(-3)).isEqualTo(with("371 \"ice house\""));
        assertThat(text(-2)).isEqualTo(with("372 \"net loft\""));
        assertThat(text(-1)).isEqualTo(now);
        assertThat(text(1)).isEqualTo(now);
        JsonNode source = revisions.get(1).get("source");
        assertThat(source.get("file").asString()).isEqualTo("past.zip");
        assertThat(source.get("path").asString()).isEqualTo("old/" + SWITCH + "-2025-03-10T0405.conf");
        assertThat(source.get("broughtBy").asString())
                .isEqualTo(job.get("askedBy").asString());
        assertThat(counts(revisions.get(0))).isEqualTo("+0 ~0 -0");
        assertThat(counts(revisions.get(1))).isEqualTo("+1 ~0 -1");
        assertThat(counts(revisions.get(2))).isEqualTo("+0 ~0 -1");
        assertThat(counts(revisions.get(3))).isEqualTo("+0 ~0 -0");
    }

    /** Nobody is asked to account for it, and it is found where people look for changes. */
    @Test
    @Order(3)
    void historyAndSearchKnowOfIt() {
        String span = "since=2025-01-01T00:00:00Z&until=2025-12-31T00:00:00Z";
        JsonNode changes = engineer.get("/api/history?" + span).json(200).get("changes");
        assertThat(changes).hasSize(2);
        assertThat(changes.get(0).get("origin").asString()).isEqualTo("BROUGHT_IN");
        assertThat(changes.get(0).get("previous").asInt()).isEqualTo(-2);
        assertThat(engineer.get("/api/history/summary?" + span)
                        .json(200)
                        .get("open")
                        .asInt())
                .isZero();
        assertThat(engineer.post(
                                "/api/history/accounted",
                                Map.of(
                                        "revisions",
                                        List.of(changes.get(0).get("id").asLong()),
                                        "note",
                                        "x"))
                        .status())
                .isEqualTo(422);
        JsonNode past = engineer.get("/api/search/past?text=net+loft").json(200);
        assertThat(past.toString()).contains("\"number\":-2", "\"number\":-1");
    }

    @Test
    @Order(4)
    void itIsTakenBackWhole() {
        long job = newest();
        assertThat(engineer.get("/api/past-configurations/" + job)
                        .json(200)
                        .get("revisions")
                        .asInt())
                .isEqualTo(4);
        assertThat(engineer.delete("/api/past-configurations/" + job).status()).isEqualTo(200);
        assertThat(revisions()).hasSize(1);
        assertThat(engineer.get("/api/history?since=2025-01-01T00:00:00Z")
                        .json(200)
                        .get("matching")
                        .asInt())
                .isZero();
        assertThat(engineer.delete("/api/past-configurations/99999").status()).isEqualTo(404);
    }

    /** A repository as somebody kept it, with people of its own; what comes out names them. */
    @Test
    @Order(5)
    void aRepositoryComesInAndGoesOutWithItsAuthors() throws IOException {
        Path folder = TempFolders.fresh("chaperone-kept");
        git(folder, "init", "-q", "--initial-branch=main");
        List<String> texts = new ArrayList<>();
        for (int i = 0; i < 24; i++) {
            texts.add(with((300 + i) + " \"berth " + i + "\""));
            Files.createDirectories(folder.resolve("Brackwater"));
            Files.writeString(folder.resolve("Brackwater/" + SWITCH), texts.get(i));
            commit(folder, "2024-01-%02dT10:00:00Z".formatted(i + 1));
        }
        git(folder, "bundle", "create", "-q", "kept.bundle", "--all");
        JsonNode job = bringIn("kept.bundle", Files.readAllBytes(folder.resolve("kept.bundle")), 24);
        assertThat(job.get("outcomes").get(0).get("meaning").asString()).contains("brought in");
        List<JsonNode> revisions = revisions();
        assertThat(revisions).hasSize(25);
        for (int i = 0; i < 24; i++) assertThat(text(i - 24)).isEqualTo(texts.get(i));
        assertThat(revisions.get(0).get("source").get("author").asString())
                .isEqualTo("M. Oduya <m.oduya@tern.example>");
        assertThat(server.context()
                        .getBean(JdbcClient.class)
                        .sql("select count(*) from past_file")
                        .query(Integer.class)
                        .single())
                .isZero();
        Path bundle = folder.resolve("history.bundle");
        Files.write(
                bundle,
                server.as(Role.ADMINISTRATOR)
                        .get("/api/exports/history.bundle")
                        .raw()
                        .body());
        git(folder, "clone", "-q", bundle.toString(), "clone");
        assertThat(git(
                                folder.resolve("clone"),
                                "log",
                                "--reverse",
                                "--format=%an <%ae> %at",
                                "--",
                                "no site/" + SWITCH + "/running")
                        .lines()
                        .limit(24)
                        .toList())
                .hasSize(24)
                .startsWith("M. Oduya <m.oduya@tern.example> 1704103200")
                .allMatch(line -> line.startsWith("M. Oduya <m.oduya@tern.example> 170"));
    }

    /** By then more is known than what another file tells: it is not put in between. */
    @Test
    @Order(6)
    void nothingIsPutBetweenWhatIsKnown() throws IOException {
        JsonNode preview = preview(zip(Map.of(SWITCH + "-2024-06-01.conf", bytes(with("399 \"slip\"")))));
        assertThat(preview.get("files").get(0).get("verdict").asString()).isEqualTo("NOT_BEFORE");
        JsonNode earlier = preview(zip(Map.of(SWITCH + "-2023-06-01.conf", bytes(with("399 \"slip\"")))));
        assertThat(earlier.get("revisions").asInt()).isOne();
        server.as(Role.ADMINISTRATOR).put("/api/retention", Map.of("keepCount", 10, "keepDays", 30, "on", true));
        assertThat(preview(zip(Map.of(SWITCH + "-2023-06-01.conf", bytes(with("399 \"slip\"")))))
                        .get("goingSoon")
                        .asInt())
                .isOne();
        server.as(Role.ADMINISTRATOR).put("/api/retention", Map.of("keepCount", 10, "keepDays", 30, "on", false));
    }

    @Test
    @Order(7)
    void aDeviceMayHaveAnotherNameInTheFiles() throws IOException {
        byte[] zip = zip(Map.of("old-core-2023-01-01.conf", bytes(now)));
        assertThat(preview(zip).get("revisions").asInt()).isZero();
        String as = "&as=" + URLEncoder.encode("old-core=" + SWITCH, StandardCharsets.UTF_8);
        JsonNode meant = engineer.sendFile("/api/past-configurations/preview?zone=UTC" + as, zip)
                .json(200);
        assertThat(meant.get("devices").get(0).get("device").asString()).isEqualTo(SWITCH);
        assertThat(engineer.sendFile("/api/past-configurations/preview?zone=UTC&as=old-core%3Dnobody", zip)
                        .status())
                .isEqualTo(404);
    }

    @ParameterizedTest
    @CsvSource({
        "'', past-files",
        "nothing of the kind, past-files",
        "PK, past-files",
        "'PK\u0003\u0004\u0014\u0000', past-files",
        "'# v2 git bundle\n', past-files",
        "'# v2 git bundle\n-1234567890123456789012345678901234567890 x\n\n', past-files",
        "'# v2 git bundle\n1234567890123456789012345678901234567890 HEAD\n\nPACK', past-files",
        "'# v2 git bundle\nxx\n\n', past-files",
        "'# v2 git bundle\n1234567890123456789012345678901234567890 HEAD\n\nPACK\u0000\u0000\u0000\u0002\u007F\u0000\u0000\u0000', past-files",
    })
    @Order(8)
    void whatIsNoArchiveIsRefusedInWords(String body, String code) {
        Answer answer = engineer.sendFile("/api/past-configurations/preview?zone=UTC", bytes(body));
        assertThat(answer.json(422).get("code").asString()).isEqualTo(code);
    }

    @Test
    @Order(9)
    void whatIsTooMuchOrNotAsPreviewedIsRefused() throws IOException {
        Map<String, byte[]> many = new LinkedHashMap<>();
        for (int i = 0; i <= KeptFiles.MOST; i++) many.put("x" + i, new byte[0]);
        assertThat(engineer.sendFile("/api/past-configurations/preview?zone=UTC", zip(many))
                        .json(422)
                        .toString())
                .contains("more than 10,000 files");
        Map<String, byte[]> bomb = new LinkedHashMap<>();
        byte[] zeros = new byte[KeptFile.LONGEST + 1];
        for (int i = 0; i < 140; i++) bomb.put("b" + i, zeros);
        assertThat(engineer.sendFile("/api/past-configurations/preview?zone=UTC", zip(bomb))
                        .json(422)
                        .toString())
                .contains("unpacked");
        byte[] one = zip(Map.of("a/../" + SWITCH + "-2023-01-01.conf", bytes(now)));
        assertThat(preview(one).get("revisions").asInt()).isOne();
        assertThat(engineer.sendFile("/api/past-configurations?zone=UTC&name=x.zip&revisions=2", one)
                        .json(409)
                        .get("code")
                        .asString())
                .isEqualTo("past-moved");
        assertThat(engineer.sendFile("/api/past-configurations/preview?zone=Nowhere/Town", one)
                        .json(422)
                        .toString())
                .contains("zone");
        assertThat(server.as(Role.VIEWER)
                        .sendFile("/api/past-configurations/preview?zone=UTC", one)
                        .status())
                .isEqualTo(403);
    }

    private static Map<String, byte[]> files() {
        Map<String, byte[]> files = new LinkedHashMap<>();
        files.put("old/" + SWITCH + "-2025-01-10.conf", bytes(with("371 \"ice house\"")));
        files.put("old/" + SWITCH + "-2025-04-10.conf", bytes(now));
        files.put("old/" + SWITCH + "-2025-02-10.conf", bytes(with("371 \"ice house\"")));
        files.put("old/" + SWITCH + "-2025-03-10T0405.conf", bytes(with("372 \"net loft\"")));
        files.put("saved/" + SWITCH + ".tern.example-20250410.conf", bytes(now));
        files.put("old/harbour-2025-01-10.conf", bytes(now));
        files.put("old/" + SWITCH + "+" + ROUTER + "/2025-01-11.conf", bytes(now));
        files.put("new/" + SWITCH + "-2099-01-01.conf", bytes(now));
        files.put("old/" + SWITCH + "-2025-05-01.png", new byte[] {'P', 'N', 'G', 0, 1, 2});
        files.put("old/" + SWITCH + "-2025-05-02.md", bytes("Notes of May\n\nWe looked at the pier.\nAll was well.\n"));
        files.put("one/" + SWITCH + "-2025-06-01.conf", bytes(with("373 \"one\"")));
        files.put("two/" + SWITCH + "-2025-06-01.conf", bytes(with("373 \"two\"")));
        files.put(SWITCH + "-2025-07-01.big", new byte[KeptFile.LONGEST + 1]);
        files.put(SWITCH + ".undated", bytes(now));
        return files;
    }

    private static String with(String vlan) {
        return now + "vlan " + vlan + "\n";
    }

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    private static byte[] zip(Map<String, byte[]> files) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
            for (Map.Entry<String, byte[]> file : files.entrySet()) {
                ZipEntry entry = new ZipEntry(file.getKey());
                // The first moment that an archive can say.
                entry.setTime(315_532_800_000L);
                zip.putNextEntry(entry);
                zip.write(file.getValue());
            }
        }
        return bytes.toByteArray();
    }

    private static void commit(Path folder, String at) throws IOException {
        git(folder, "add", "Brackwater");
        git(
                folder,
                "-c",
                "user.name=M. Oduya",
                "-c",
                "user.email=m.oduya@tern.example",
                "commit",
                "-q",
                "-m",
                "as it was",
                "--date",
                at);
    }

    private static JsonNode preview(byte[] file) {
        return engineer.sendFile("/api/past-configurations/preview?zone=UTC", file)
                .json(200);
    }

    private static JsonNode bringIn(String name, byte[] file, int revisions) {
        assertThat(preview(file).get("revisions").asInt()).isEqualTo(revisions);
        long job = engineer.sendFile("/api/past-configurations?zone=UTC&name=" + name + "&revisions=" + revisions, file)
                .json(202)
                .get("job")
                .asLong();
        return engineer.awaitJob(job);
    }

    private static long newest() {
        return engineer.get("/api/jobs?size=1")
                .json(200)
                .get("jobs")
                .get(0)
                .get("id")
                .asLong();
    }

    private static List<JsonNode> revisions() {
        return StreamSupport.stream(engineer.get(REVISIONS).json(200).spliterator(), false)
                .toList();
    }

    private static String text(int number) {
        return engineer.get(REVISIONS + "/" + number + "/text").body();
    }

    private static String counts(JsonNode revision) {
        return "+" + revision.get("added").asInt() + " ~"
                + revision.get("modified").asInt() + " -"
                + revision.get("removed").asInt();
    }
}
