package chaperone.server.finding;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chaperone.server.account.Role;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import java.io.IOException;
import java.io.StringReader;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.Timeout;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** What a standard finds: who brought it, how it ended, and the same numbers wherever they are told. */
@Timeout(180)
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class FindingStoryTest {
    private static final String SWITCH = "brkw-acc-1";
    private static final String OTHER = "brkw-acc-2";
    private static final String YAML = """
            clauses:
            - {tag: log, group: logging, severity: high, reason: the log server, binding: refuse, platform: corvane,
               scope: '', kind: golden, text: 'log-server 203.0.113.9', paragraphs: ['10.1', '10.2']}
            - {tag: no-quay, group: ports, severity: low, reason: no such network, binding: warn, platform: corvane,
               scope: '', kind: forbidden, pattern: '^vlan 399 ', failed: it is there, passed: it is not there,
               paragraphs: ['10.1']}
            - {tag: second, reason: only the second, binding: advise, platform: corvane, scope: 'name is brkw-acc-2',
               kind: forbidden, pattern: '^vlan 398 '}
            values: {}
            """;

    private static TestServer server;
    private static Api engineer;
    private static byte[] signed = {};

    @BeforeAll
    static void start() {
        server = TestServer.start(DevicePorts.next());
        engineer = server.as(Role.ENGINEER);
        String list = Stream.of(SWITCH, OTHER)
                .map(name -> {
                    server.standIn(name).device().save();
                    return server.standIn(name).address().getHostString();
                })
                .collect(Collectors.joining("\n", "address\n", "\n"));
        server.bringIn(engineer, list);
        engineer.copy(SWITCH);
        engineer.copy(OTHER);
        publish(YAML);
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static void publish(String yaml) {
        engineer.put("/api/standards/access/yaml", Map.of("yaml", yaml)).json(200);
        engineer.post("/api/standards/access/publish", Map.of()).json(200);
        engineer.await(
                "/api/standards/access/results", view -> view.get("waiting").asInt() == 0);
    }

    private static void type(String device, String line) {
        server.standIn(device).device().type("deckhand", List.of(line));
        server.standIn(device).device().save();
        engineer.copy(device);
    }

    private static JsonNode findings(String asked) {
        return engineer.get("/api/findings?" + asked).json(200).get("findings");
    }

    @Test
    @Order(1)
    void whatStoodBeforeAnybodyAskedWasBroughtByNobody() {
        JsonNode all = findings("tag=log");
        assertThat(all).hasSize(2);
        for (JsonNode each : all) {
            assertThat(each.hasNonNull("broughtBy")).isFalse();
            assertThat(each.get("state").asString()).isEqualTo("OPEN");
            assertThat(each.get("lastSeen").asString()).isGreaterThan("2026");
        }
        assertThat(findings("tag=log&severity=CRITICAL")).isEmpty();
        assertThat(findings("tag=log&query=name is brkw-acc-2".replace(" ", "%20")))
                .hasSize(1);
        assertThat(engineer.get("/api/findings?severity=awful").status()).isEqualTo(400);
        assertThat(engineer.get("/api/findings?query=site%20is").status()).isEqualTo(400);
    }

    /** By an edit at the device: the revision is named, and the account, since the device tells it. */
    @Test
    @Order(2)
    void anEditThatBreaksAClauseIsNamed() {
        type(SWITCH, "vlan 399 \"ice house\"");
        JsonNode found = findings("tag=no-quay");
        assertThat(found).hasSize(1);
        assertThat(found.get(0).get("broughtBy").asInt())
                .isEqualTo(found.get(0).get("revision").asInt())
                .isGreaterThan(1);
        assertThat(found.get(0).at("/who/actors/0/account").asString()).isEqualTo("deckhand");
        assertThat(findings("person=deckhand")).hasSize(1);
        assertThat(findings("person=nobody")).isEmpty();
        assertThat(findings("person=%25")).isEmpty();
    }

    /** What departs becomes a clause of its own; a secret never does. */
    @Test
    @Order(2)
    void whatStandsThereBecomesAClause() {
        JsonNode found = findings("tag=log&device=" + SWITCH).get(0);
        String lines = "/api/devices/" + SWITCH + "/revisions/" + found.get("revision") + "/lines/";
        List<String> all = engineer.get(lines.substring(0, lines.length() - 1) + "?from=0&count=50")
                .json(200)
                .get("lines")
                .valueStream()
                .map(JsonNode::asString)
                .toList();
        int named = all.indexOf("name " + SWITCH);
        JsonNode clause = engineer.get(lines + named + "/clause").json(200);
        assertThat(clause.get("text").asString()).isEqualTo("name " + SWITCH + "\n");
        JsonNode other = engineer.get(lines + named + "/clause?stands=false").json(200);
        assertThat(other.get("kind").asString()).isEqualTo("FORBIDDEN");
        assertThat(other.get("pattern").asString()).contains("name " + SWITCH.substring(0, 4));
        int hidden = all.indexOf(all.stream()
                .filter(line -> line.startsWith("admin-secret "))
                .findFirst()
                .orElseThrow());
        JsonNode secret = engineer.get(lines + hidden + "/clause").json(422);
        assertThat(secret.toString()).contains("secret").doesNotContain("c1.");
        assertThat(engineer.get(lines + "99999/clause").status()).isEqualTo(422);
        assertThat(engineer.get(lines + "-1/clause").status()).isEqualTo(422);
    }

    @Test
    @Order(3)
    void peopleWriteToIt() {
        String notes = "/api/standards/access/findings/" + SWITCH + "/no-quay/notes";
        engineer.post(notes, Map.of("text", "asked the quay")).json(200);
        assertThat(engineer.post(notes, Map.of("text", " ")).status()).isEqualTo(400);
        assertThat(server.as(Role.VIEWER).post(notes, Map.of("text", "me too")).status())
                .isEqualTo(403);
        assertThat(engineer.get(notes).json(200).at("/0/text").asString()).isEqualTo("asked the quay");
        assertThat(findings("tag=no-quay").get(0).get("notes").asInt()).isEqualTo(1);
    }

    /** Each number of the results, counted one by one from what is told of each device. */
    @Test
    @Order(4)
    void allNumbersAgree() throws IOException {
        Map<String, Integer> counted = new TreeMap<>();
        List<String> failing = new ArrayList<>();
        for (String device : List.of(SWITCH, OTHER)) {
            for (JsonNode verdict : engineer.get("/api/devices/" + device + "/verdicts")
                    .json(200)
                    .at("/0/verdicts")) {
                String tag = verdict.get("tag").asString();
                String outcome = verdict.get("outcome").asString();
                counted.merge(tag + " " + outcome, 1, Integer::sum);
                if (outcome.equals("FAIL")) failing.add(device + " " + tag);
            }
        }
        assertThat(counted).isEqualTo(Map.of("log FAIL", 2, "no-quay FAIL", 1, "no-quay PASS", 1, "second PASS", 1));

        JsonNode results = engineer.get("/api/standards/access/results").json(200);
        assertThat(results.at("/all/fail").asInt()).isEqualTo(3);
        assertThat(results.at("/all/pass").asInt()).isEqualTo(2);
        assertThat(results.at("/all/notAsked").asInt()).isEqualTo(1);
        for (JsonNode each : results.get("byClause")) {
            String tag = each.get("tag").asString();
            assertThat(each.at("/counts/fail").asInt()).isEqualTo(counted.getOrDefault(tag + " FAIL", 0));
            assertThat(each.at("/counts/pass").asInt()).isEqualTo(counted.getOrDefault(tag + " PASS", 0));
        }
        assertThat(results.at("/byParagraph/0/name").asString()).isEqualTo("10.1");
        assertThat(results.at("/byParagraph/0/counts/fail").asInt()).isEqualTo(3);
        assertThat(results.at("/byParagraph/1/counts/fail").asInt()).isEqualTo(2);

        List<String> cells = new ArrayList<>();
        for (JsonNode row :
                engineer.get("/api/standards/access/matrix").json(200).get("rows"))
            row.get("outcomes")
                    .propertyNames()
                    .forEach(tag -> cells.add(row.get("device").asString() + " " + tag));
        assertThat(cells).containsExactlyInAnyOrderElementsOf(failing);

        assertThat(verdicts("show=FAILED")).containsExactlyInAnyOrderElementsOf(failing);
        assertThat(verdicts("show=PASSED")).hasSize(2);
        assertThat(verdicts("show=BOTH")).hasSize(5);
        assertThat(verdicts("show=BOTH&query=name%20is%20brkw-acc-2")).hasSize(3);
        String text = paper("pdf");
        assertThat(text).contains("2 devices were judged: 2 verdicts pass, 3 fail, 0 are excepted", "deckhand");
        assertThat(paper("html")).contains("2 verdicts pass, 3 fail").doesNotContain("<script", "http://", "https://");
        assertThat(engineer.get("/api/standards/access/report.doc").status()).isEqualTo(404);
    }

    private static List<String> verdicts(String asked) throws IOException {
        JsonNode report =
                engineer.get("/api/standards/access/report.json?" + asked).json(200);
        List<String> told = report.get("verdicts")
                .valueStream()
                .map(each ->
                        each.get("device").asString() + " " + each.get("tag").asString())
                .toList();
        String csv = engineer.get("/api/standards/access/report.csv?" + asked).body();
        List<CSVRecord> rows = CSVFormat.RFC4180
                .builder()
                .setHeader()
                .setSkipHeaderRecord(true)
                .get()
                .parse(new StringReader(csv))
                .getRecords();
        assertThat(rows.stream().map(row -> row.get("device") + " " + row.get("clause")))
                .containsExactlyElementsOf(told);
        return told;
    }

    private static String paper(String format) throws IOException {
        byte[] file =
                engineer.get("/api/standards/access/report." + format).raw().body();
        if (format.equals("html")) return new String(file, StandardCharsets.UTF_8);
        return text(file);
    }

    private static String text(byte[] file) throws IOException {
        try (PDDocument pdf = Loader.loadPDF(file)) {
            return new PDFTextStripper().getText(pdf).replaceAll("\\s+", " ");
        }
    }

    private static Map<String, Object> review(Object reviewers) {
        return Map.of(
                "standard", "access", "title", "the month", "since", "2026-01-01T00:00:00Z", "reviewers", reviewers);
    }

    /** Not even by hand in the database. */
    @Test
    @Order(5)
    void whatWasSignedCannotChange() throws Exception {
        Api approver = server.as(Role.APPROVER);
        String reviewer = approver.get("/api/session").json(200).get("name").asString();
        assertThat(engineer.post("/api/reviews", review(List.of("nobody"))).status())
                .isEqualTo(422);
        long number = engineer.post("/api/reviews", review(List.of(reviewer)))
                .json(201)
                .get("number")
                .asLong();
        String path = "/api/reviews/" + number;
        assertThat(approver.get("/api/desk/waiting").json(200).get("reviews").asInt())
                .isEqualTo(1);
        byte[] taken = engineer.get(path + "/report.json").raw().body();
        JsonNode view = engineer.get(path).json(200);
        String digest =
                HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(taken));
        assertThat(view.get("digest").asString()).isEqualTo(digest);
        assertThat(view.at("/all/fail").asInt()).isEqualTo(3);

        assertThat(engineer.post(path + "/sign", Map.of("accepts", true, "remark", ""))
                        .status())
                .as("was not asked")
                .isEqualTo(409);
        assertThat(approver.post(path + "/sign", Map.of("accepts", false, "remark", " "))
                        .status())
                .isEqualTo(422);
        approver.post(path + "/sign", Map.of("accepts", false, "remark", "the ice house"))
                .json(200);
        assertThat(approver.post(path + "/sign", Map.of("accepts", true, "remark", ""))
                        .status())
                .isEqualTo(409);
        assertThat(engineer.post(path + "/withdraw", Map.of()).status()).isEqualTo(409);
        assertThat(approver.get("/api/desk/waiting").json(200).get("reviews").asInt())
                .isZero();
        JdbcClient database = server.context().getBean(JdbcClient.class);
        for (String forged : List.of(
                "update review set results = '{}'",
                "update review_signature set accepts = true",
                "delete from review",
                "delete from review_signature"))
            assertThatThrownBy(() -> database.sql(forged).update())
                    .as(forged)
                    .hasMessageContaining("cannot be altered");

        signed = taken;
        byte[] pdf = engineer.get(path + "/report.pdf").raw().body();
        assertThat(text(pdf)).contains("objects", "the ice house", "3 fail", digest.substring(0, 16));

        long other = engineer.post("/api/reviews", review(List.of(reviewer)))
                .json(201)
                .get("number")
                .asLong();
        engineer.post("/api/reviews/" + other + "/withdraw", Map.of()).json(200);
        assertThat(approver.post("/api/reviews/" + other + "/sign", Map.of("accepts", true, "remark", ""))
                        .status())
                .isEqualTo(409);
        assertThat(engineer.get("/api/reviews").json(200)).hasSize(2);
    }

    @Test
    @Order(6)
    void agesAndTrendCountTheSame() {
        JsonNode ages = engineer.get("/api/findings/ages?standard=access").json(200);
        assertThat(ages.valueStream()
                        .mapToInt(each -> each.get("failing").asInt())
                        .sum())
                .isEqualTo(3);
        JsonNode trend = engineer.get("/api/standards/access/trend?days=7").json(200);
        assertThat(trend).hasSize(8);
        assertThat(trend.at("/7/failing").asInt()).isEqualTo(3);
        assertThat(trend.at("/0/failing").asInt()).isZero();
        trendIsWhatCountingDayByDaySays();
        assertThat(engineer.get("/api/standards/access/trend?days=0").status()).isEqualTo(400);
    }

    /** Against each day counted for itself, with findings that began and ended at moments of all kinds. */
    private static void trendIsWhatCountingDayByDaySays() {
        JdbcClient database = server.context().getBean(JdbcClient.class);
        database.sql("""
                        insert into closed_finding (device_id, standard_id, tag, severity, kind, since, ended_at, ended, evidence)
                        select d.id, s.id, 'old', 'LOW', 'FAIL', now() - make_interval(hours => 5 * i),
                          now() - make_interval(hours => 3 * i), 'CHANGED', '[]'
                        from device d, standard s, generate_series(1, 90) i where d.name = 'brkw-acc-1'""").update();
        database.sql("""
                        insert into granted_exception (standard_id, tag, device_id, reason, owner, ends_at, made_by, made_at,
                          ended_at)
                        select s.id, 'old', d.id, 'r', 'o', now(), 'o', now() - make_interval(hours => 7 * i),
                          now() - make_interval(hours => 7 * i - 4)
                        from device d, standard s, generate_series(1, 60) i where d.name = 'brkw-acc-1'""").update();
        for (JsonNode point :
                engineer.get("/api/standards/access/trend?days=20").json(200)) {
            long counted = database.sql("""
                            select (select count(*) from finding where kind = 'FAIL' and since <= cast(:at as timestamptz))
                              + (select count(*) from closed_finding c
                                where since <= cast(:at as timestamptz) and ended_at > cast(:at as timestamptz)
                                and not exists (select 1 from granted_exception e where e.tag = c.tag
                                  and e.device_id = c.device_id and e.standard_id = c.standard_id
                                  and e.made_at <= cast(:at as timestamptz) and e.ended_at > cast(:at as timestamptz)))""")
                    .param("at", point.get("at").asString())
                    .query(Long.class)
                    .single();
            assertThat(point.get("failing").asLong()).as("%s", point).isEqualTo(counted);
        }
        database.sql("delete from closed_finding where tag = 'old'").update();
        database.sql("delete from granted_exception where tag = 'old'").update();
    }

    @Test
    @Order(7)
    void whatIsUndoneStaysWithHowItEnded() {
        type(SWITCH, "not vlan 399");
        assertThat(findings("tag=no-quay")).isEmpty();
        JsonNode closed = findings("tag=no-quay&state=CLOSED");
        assertThat(closed).hasSize(1);
        assertThat(closed.at("/0/ended").asString()).isEqualTo("CHANGED");
        assertThat(closed.at("/0/endedWho/actors/0/account").asString()).isEqualTo("deckhand");
        assertThat(closed.at("/0/who/actors/0/account").asString()).isEqualTo("deckhand");
        assertThat(closed.at("/0/evidence/0/found").asString()).contains("vlan 399");
        assertThat(closed.at("/0/notes").asInt()).isEqualTo(1);
        JsonNode report = engineer.get("/api/standards/access/report.json").json(200);
        assertThat(report.get("ended")).hasSize(1);
        assertThat(engineer.get("/api/findings/list.csv?state=CLOSED").body()).contains("no-quay", "deckhand");
    }

    @Test
    @Order(8)
    void aTextThatIsAlteredEndsWhatItFound() {
        String parked = "'vlan 999 \"parked\"'";
        publish(YAML.replace("'log-server 203.0.113.9'", parked).replace("tag: second", "tag: third"));
        JsonNode closed = findings("tag=log&state=CLOSED");
        assertThat(closed).hasSize(2);
        assertThat(closed.valueStream().map(each -> each.get("ended").asString()))
                .containsOnly("CLAUSE_ALTERED");
        publish("clauses: []\nvalues: {}\n");
        assertThat(findings("")).isEmpty();
        assertThat(engineer.get("/api/reviews/1/report.json").raw().body()).isEqualTo(signed);
        assertThat(findings("state=CLOSED")
                        .valueStream()
                        .map(each -> each.get("ended").asString()))
                .contains("CHANGED");

        JsonNode versions = engineer.get("/api/standards/access/versions").json(200);
        assertThat(versions).hasSize(3);
        assertThat(versions.at("/0/removed")).hasSize(3);
        assertThat(versions.at("/1/altered").toString()).isEqualTo("[\"log\"]");
        assertThat(versions.at("/1/added").toString()).isEqualTo("[\"third\"]");
        assertThat(versions.at("/1/removed").toString()).isEqualTo("[\"second\"]");
        assertThat(versions.at("/2/publishedBy").asString()).isNotEmpty();
        String difference = engineer.get("/api/standards/access/versions/1/difference?with=2")
                .body();
        assertThat(difference).contains("-  text: log-server 203.0.113.9", "+  text: vlan 999");
        assertThat(engineer.get("/api/standards/access/versions/3/difference").body())
                .isEmpty();
        assertThat(engineer.get("/api/standards/access/versions/1/yaml").body()).contains("203.0.113.9");
        assertThat(engineer.get("/api/standards/access/versions/9/yaml").status())
                .isEqualTo(404);
    }
}
