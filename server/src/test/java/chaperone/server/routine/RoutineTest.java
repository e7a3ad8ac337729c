package chaperone.server.routine;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.copy.CopyJobs;
import chaperone.server.fleet.Fleet;
import chaperone.server.query.ChosenDevices;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestClock;
import chaperone.server.support.TestServer;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

/** Routines on the real database, by a clock that the test sets; the jobs they start copy real stand-ins. */
@Timeout(120)
class RoutineTest {
    private static TestServer server;
    private static Api engineer;
    private static JdbcClient database;

    /** What the routines' clock shows. */
    private static final TestClock CLOCK = new TestClock(Instant.parse("2026-11-07T12:00:00Z"));

    private static RoutineClock routines;

    @BeforeAll
    static void start() {
        server = TestServer.start(DevicePorts.next());
        engineer = server.as(Role.ENGINEER);
        server.bringIn(engineer, "127.20.1.21\n127.20.1.22\n");
        database = server.context().getBean(JdbcClient.class);
        routines = clock();
    }

    /** As a server has it: another one on the same database knows nothing that is not there. */
    private static RoutineClock clock() {
        return new RoutineClock(
                bean(RoutineRepository.class),
                bean(RoutineRunRepository.class),
                bean(Fleet.class),
                bean(ChosenDevices.class),
                bean(CopyJobs.class),
                server.context(),
                bean(TransactionTemplate.class),
                CLOCK);
    }

    private static <T> T bean(Class<T> type) {
        return server.context().getBean(type);
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @AfterEach
    void forget() {
        database.sql("delete from routine").update();
    }

    @Test
    void acrossTheEndOfSummerTimeItRunsOnceADay() {
        write("nightly", "daily 02:30", Map.of());
        // The hour from two to three comes twice on 25 October in Berlin.
        runFrom("2026-10-24T12:00:00Z", "2026-10-26T12:00:00Z");
        assertThat(dueTimes("nightly")).containsExactly("2026-10-25T00:30:00Z", "2026-10-26T01:30:00Z");
    }

    @Test
    void acrossTheBeginningOfSummerTimeItRunsOnceADayTheFirstTimeWhenTheClocksHaveMoved() {
        write("nightly", "daily 02:30", Map.of());
        runFrom("2026-03-28T12:00:00Z", "2026-03-30T12:00:00Z");
        assertThat(dueTimes("nightly")).containsExactly("2026-03-29T01:00:00Z", "2026-03-30T00:30:00Z");
    }

    @Test
    void everyHourThatPassesHasItsRun() {
        write("hourly", "hourly :15", Map.of());
        runFrom("2026-10-24T23:30:00Z", "2026-10-25T03:00:00Z");
        assertThat(dueTimes("hourly"))
                .containsExactly("2026-10-25T00:15:00Z", "2026-10-25T01:15:00Z", "2026-10-25T02:15:00Z");
    }

    @Test
    void afterAStoppedServerItIsMadeUpOnceOrSkippedAsItsRuleSays() {
        write("made up", "daily 02:30", Map.of("missed", "MAKE_UP"));
        write("skipped", "daily 02:30", Map.of("missed", "SKIP"));
        runFrom("2026-11-01T12:00:00Z", "2026-11-02T12:00:00Z");
        // Nobody looks for five nights; then two servers do.
        CLOCK.moveTo(Instant.parse("2026-11-07T12:00:00Z"));
        routines.tick();
        clock().tick();
        routines.tick();
        JsonNode madeUp = runs("made up").get(0);
        assertThat(madeUp.get("outcome").asString()).isEqualTo("MADE_UP");
        assertThat(madeUp.get("missed").asInt()).isEqualTo(5);
        assertThat(madeUp.get("job").asLong()).isPositive();
        assertThat(runs("made up")).hasSize(2);
        JsonNode skipped = runs("skipped").get(0);
        assertThat(skipped.get("outcome").asString()).isEqualTo("SKIPPED");
        assertThat(skipped.get("missed").asInt()).isEqualTo(5);
        assertThat(skipped.has("job")).isFalse();
        runFrom("2026-11-07T12:00:00Z", "2026-11-08T12:00:00Z");
        assertThat(runs("made up").get(0).get("outcome").asString()).isEqualTo("STARTED");
    }

    @Test
    void devicesAreFoundOutWhenItRuns() {
        write("by query", "daily 02:30", Map.of("query", "name is brkw-acc-2"));
        runFrom("2026-11-01T12:00:00Z", "2026-11-02T12:00:00Z");
        JsonNode run = runs("by query").get(0);
        assertThat(run.get("devices").asInt()).isEqualTo(1);
        engineer.awaitJob(run.get("job").asLong());
        assertThat(engineer.get("/api/devices/brkw-acc-2/revisions").json(200)).isNotEmpty();
        write("nobody", "daily 02:30", Map.of("query", "name is somebody-else"));
        runFrom("2026-11-02T12:00:00Z", "2026-11-03T12:00:00Z");
        assertThat(runs("nobody").get(0).get("outcome").asString()).isEqualTo("NO_DEVICE");
    }

    /** The window closes on Saturday at four; the last one is that of the 14th. */
    @Test
    void devicesAreJudgedAfterAWindowClosesUntilTheLastDate() {
        engineer.copy("brkw-acc-1");
        String yaml =
                "clauses:\n- {tag: none, reason: r, binding: advise, platform: corvane, scope: '', kind: forbidden,"
                        + " pattern: '^name '}\n";
        engineer.put("/api/standards/windows/yaml", Map.of("yaml", yaml)).json(200);
        engineer.post("/api/standards/windows/publish", Map.of()).json(200);
        engineer.await("/api/findings", found -> found.get("matching").asInt() == 1);
        String revisions = engineer.get("/api/devices/brkw-acc-1/revisions").body();
        database.sql("delete from finding").update();
        write("windows", "weekly sat 04:00 +30m until 2026-11-14", Map.of("what", "JUDGE"));
        runFrom("2026-11-01T12:00:00Z", "2026-11-22T12:00:00Z");
        assertThat(dueTimes("windows")).containsExactly("2026-11-07T03:30:00Z", "2026-11-14T03:30:00Z");
        assertThat(runs("windows").get(0).get("devices").asInt()).isEqualTo(1);
        assertThat(runs("windows").get(0).has("job")).isFalse();
        engineer.await("/api/findings", found -> found.get("matching").asInt() == 1);
        assertThat(engineer.get("/api/devices/brkw-acc-1/revisions").body()).isEqualTo(revisions);
        assertThat(engineer.get("/api/routines").json(200).at("/0/dueAt"))
                .as("never again")
                .isEmpty();
    }

    @Test
    void aGroupThatIsGoneIsToldAndTheNextTimeIsStillDue() {
        engineer.put("/api/groups/quay", Map.of("query", "name is brkw-acc-1", "note", ""));
        write("quay", "daily 02:30", Map.of("query", "group is quay"));
        database.sql("delete from device_group").update();
        runFrom("2026-11-01T12:00:00Z", "2026-11-03T12:00:00Z");
        assertThat(runs("quay")).hasSize(2);
        assertThat(runs("quay").get(0).get("outcome").asString()).isEqualTo("FAILED");
        assertThat(runs("quay").get(0).get("reason").asString()).contains("quay");
    }

    @Test
    void aRuleThatCannotBeReadIsRefusedAndNothingIsKept() {
        Map<String, Object> wrong = input("daily 25:00", Map.of());
        JsonNode said = engineer.put("/api/routines/wrong", wrong).json(422);
        assertThat(said.get("detail").asString()).contains("25:00");
        assertThat(said.get("field").asString()).isEqualTo("rule");
        assertThat(engineer.put("/api/routines/wrong", input("daily 02:30", Map.of("zone", "Atlantis")))
                        .json(422)
                        .get("field")
                        .asString())
                .isEqualTo("zone");
        assertThat(engineer.put("/api/routines/wrong", input("daily 02:30", Map.of("query", "nonsense is x")))
                        .status())
                .isEqualTo(400);
        assertThat(engineer.get("/api/routines").json(200)).isEmpty();
        JsonNode preview = engineer.post(
                        "/api/routines/preview", Map.of("rule", "cron 30 2 * * 1-5", "zone", "Europe/Berlin"))
                .json(200);
        assertThat(preview.get("dueAt")).hasSize(5);
    }

    @Test
    void oneThatIsSentTwiceAtOnceIsMadeOnce() {
        List<Integer> answers = IntStream.range(0, 12)
                .parallel()
                .mapToObj(i -> engineer.put("/api/routines/twice", input("daily 02:30", Map.of()))
                        .status())
                .toList();
        assertThat(answers).contains(204).isSubsetOf(204, 409);
        assertThat(engineer.get("/api/routines").json(200)).hasSize(1);
    }

    /** From one moment to another, a minute at a time. */
    private static void runFrom(String from, String to) {
        CLOCK.moveTo(Instant.parse(from));
        bean(TransactionTemplate.class)
                .executeWithoutResult(status ->
                        bean(RoutineRepository.class).findAll().forEach(routine -> routine.dueAfter(CLOCK.instant())));
        for (; CLOCK.instant().isBefore(Instant.parse(to)); CLOCK.advance(Duration.ofMinutes(1))) routines.tick();
    }

    private static void write(String name, String rule, Map<String, Object> more) {
        assertThat(engineer.put("/api/routines/" + name.replace(" ", "%20"), input(rule, more))
                        .status())
                .isEqualTo(204);
    }

    private static Map<String, Object> input(String rule, Map<String, Object> more) {
        Map<String, Object> input = new HashMap<>(Map.of(
                "rule",
                rule,
                "zone",
                "Europe/Berlin",
                "query",
                "name is brkw-acc-1",
                "devices",
                List.of(),
                "missed",
                "MAKE_UP",
                "on",
                true));
        input.putAll(more);
        return input;
    }

    private static List<String> dueTimes(String name) {
        return runs(name)
                .valueStream()
                .map(run -> run.get("dueAt").asString())
                .sorted()
                .toList();
    }

    private static JsonNode runs(String name) {
        return engineer.get("/api/routines/" + name.replace(" ", "%20") + "/runs")
                .json(200);
    }
}
