package chaperone.server.console;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.connect.conversation.Console;
import chaperone.server.lease.ServerPresence;
import chaperone.server.secret.SecretBox;
import chaperone.server.support.TestPostgres;
import chaperone.server.support.TestServer;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.Random;
import javax.sql.DataSource;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DriverManagerDataSource;

class RecorderTest {
    private static Recordings recordings;
    private static JdbcClient database;

    /** What the page has seen. */
    private static final class Page implements Console.Sink {
        private final ByteArrayOutputStream seen = new ByteArrayOutputStream();
        private boolean ended;

        @Override
        public void said(byte[] bytes) {
            seen.writeBytes(bytes);
        }

        @Override
        public void ended() {
            ended = true;
        }

        String text() {
            return seen.toString(StandardCharsets.ISO_8859_1);
        }
    }

    @BeforeAll
    static void start() {
        DataSource source = new DriverManagerDataSource(TestPostgres.freshDatabase(), "postgres", "");
        database = JdbcClient.create(source);
        recordings = recordingsOf("here");
    }

    private static Recordings recordingsOf(String server) {
        ServerPresence presence = new ServerPresence() {
            @Override
            public String name() {
                return server;
            }

            @Override
            public boolean isAlive(String other) {
                return !other.equals("dead");
            }
        };
        return new Recordings(database, SecretBox.withKeyFrom(TestServer.keyFile()), presence, Clock.systemUTC());
    }

    @Test
    void recordingsOfADeadServerEndWithTheirLastPiece() {
        Recordings ofTheDead = recordingsOf("dead");
        long left = ofTheDead.begin("brkw-core-1", "r.anand", "chaperone");
        ofTheDead.add(left, 0, new Recordings.Piece(4500, new byte[] {65}));
        long goesOn = recordings.begin("brkw-core-1", "r.anand", "chaperone");
        recordings.endThoseOfTheDead();
        Recordings.Recording ended = recordings.find(left).orElseThrow();
        assertThat(ended.endedAt()).contains(ended.beganAt().plusMillis(4500));
        assertThat(recordings.find(goesOn).orElseThrow().endedAt()).isEmpty();
    }

    @Test
    void piecesAreSealedInTheDatabase() {
        long id = recordings.begin("brkw-core-1", "r.anand", "chaperone");
        recordings.add(id, 0, new Recordings.Piece(0, "secret c1.7f3a".getBytes(StandardCharsets.US_ASCII)));
        byte[] stored = database.sql("select said from console_piece where recording_id = ?")
                .param(id)
                .query(byte[].class)
                .single();
        assertThat(new String(stored, StandardCharsets.ISO_8859_1))
                .doesNotContain("secret")
                .doesNotContain("7f3a");
        assertThat(kept(id)).isEqualTo("secret c1.7f3a");
    }

    @Test
    void whatWasShownIsWhatWasKeptByteForByte() {
        long id = recordings.begin("brkw-core-1", "r.anand", "chaperone");
        Page page = new Page();
        Recorder recorder = new Recorder(recordings, id, page);
        Random random = new Random(4);
        for (int i = 0; i < 400; i++) {
            byte[] some = new byte[random.nextInt(400)];
            random.nextBytes(some);
            recorder.said(some);
            if (i % 50 == 0) recorder.store();
        }
        recorder.ended();
        assertThat(kept(id)).isEqualTo(page.text()).hasSizeGreaterThan(20_000);
        assertThat(page.ended).isTrue();
        Recordings.Recording recording = recordings.find(id).orElseThrow();
        assertThat(recording.bytes()).isEqualTo(page.seen.size());
        assertThat(recording.endedAt()).isPresent();
        recorder.said("after the end".getBytes(StandardCharsets.US_ASCII));
        assertThat(page.text()).doesNotContain("after the end");
    }

    @Test
    void aFullRecordingEndsTheConsole() {
        long id = recordings.begin("brkw-core-1", "r.anand", "chaperone");
        Page page = new Page();
        Recorder recorder = new Recorder(recordings, id, page);
        byte[] much = new byte[1_000_000];
        for (int i = 0; i < 12; i++) recorder.said(much);
        assertThat(page.ended).isTrue();
        assertThat(page.text()).endsWith("-- the recording is full; open another console --\r\n");
        assertThat(recordings.find(id).orElseThrow().bytes()).isLessThan(Recorder.MOST_BYTES + much.length + 1);
    }

    @Test
    void whatCannotBeKeptIsNotGoneOnWith() {
        long id = recordings.begin("brkw-core-1", "r.anand", "chaperone");
        Page page = new Page();
        Recorder recorder = new Recorder(recordings, id, page);
        database.sql("delete from console_recording where id = ?").param(id).update();
        recorder.said("first".getBytes(StandardCharsets.US_ASCII));
        recorder.store();
        recorder.said("second".getBytes(StandardCharsets.US_ASCII));
        assertThat(page.ended).isTrue();
        assertThat(page.text()).contains("cannot be recorded").doesNotContain("second");
    }

    private static String kept(long id) {
        ByteArrayOutputStream all = new ByteArrayOutputStream();
        recordings.pieces(id).forEach(piece -> all.writeBytes(piece.said()));
        return all.toString(StandardCharsets.ISO_8859_1);
    }
}
