package chaperone.server.job;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.job.JobLineBatch.Member;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Lines that break their process, ends that came first, and what waits in the queue. */
@Timeout(120)
class GivenUpTest {
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
    void aLineThatWasBegunTooOftenIsNotBegunForEver() {
        long line = line("IN_HAND", JobLineStore.MOST_BROKEN - 1, false);
        server.context().getBean(JobRunner.class).run(groupOf(line));
        Map<String, Object> ended = row(line);
        assertThat(ended).containsEntry("state", "FAILED").containsEntry("outcome", "INTERNAL");
        assertThat(ended.get("seen").toString()).contains("begun " + JobLineStore.MOST_BROKEN + " times");
    }

    @Test
    void aLineWhoseProcessDiedIsBegunAgainAndCounted() {
        long line = line("IN_HAND", 0, false);
        server.context().getBean(JobRunner.class).run(groupOf(line));
        assertThat(row(line)).containsEntry("state", "DONE").containsEntry("broken", 1);
    }

    @Test
    void aStopDoesNotOverwriteAnEnd() {
        long line = line("DONE", 0, true);
        server.context().getBean(JobService.class).endIfNotToBeDone(line);
        assertThat(server.context().getBean(JobLineRepository.class).count(job(line), List.of(JobLineState.DONE)))
                .isOne();
        JobLineRepository lines = server.context().getBean(JobLineRepository.class);
        server.context()
                .getBean(org.springframework.transaction.support.TransactionTemplate.class)
                .executeWithoutResult(status -> assertThat(
                                lines.endOpen(line, JobLineState.STOPPED, "STOPPED", "", java.time.Instant.now()))
                        .isZero());
        assertThat(row(line)).containsEntry("state", "DONE");
    }

    @Test
    void whatWaitsInTheQueueNamesNoClass() {
        JobLineBatch group = new JobLineBatch("quay", List.of(new Member(7, "127.20.1.21 22", 3)));
        TaskSerializer.JsonTasks serializer = new TaskSerializer.JsonTasks();
        byte[] stored = serializer.serialize(group);
        assertThat(new String(stored, StandardCharsets.UTF_8)).doesNotContain("chaperone", "JobLineBatch", "Member");
        assertThat(serializer.deserialize(JobLineBatch.class, stored)).isEqualTo(group);
    }

    /** @return the number of a line of a job of its own */
    private static long line(String state, int broken, boolean stopAsked) {
        long job = engineer.post("/api/copies", Map.of("devices", List.of("brkw-acc-1")))
                .json(202)
                .get("job")
                .asLong();
        engineer.awaitJob(job);
        database.sql("update job set stop_asked = ? where id = ?")
                .params(stopAsked, job)
                .update();
        return database.sql("update job_line set state = ?, broken = ? where job_id = ? returning id")
                .params(state, broken, job)
                .query(Long.class)
                .single();
    }

    private static JobLineBatch groupOf(long line) {
        long device = database.sql("select id from device where name = 'brkw-acc-1'")
                .query(Long.class)
                .single();
        return new JobLineBatch("x", List.of(new Member(line, "127.20.1.21 " + server.devicePort(), device)));
    }

    private static long job(long line) {
        return database.sql("select job_id from job_line where id = ?")
                .param(line)
                .query(Long.class)
                .single();
    }

    private static Map<String, Object> row(long line) {
        return database.sql("select state, outcome, seen, broken from job_line where id = ?")
                .param(line)
                .query()
                .singleRow();
    }
}
