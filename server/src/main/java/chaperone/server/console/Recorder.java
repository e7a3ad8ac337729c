package chaperone.server.console;

import chaperone.connect.conversation.Console;
import chaperone.server.console.Recordings.Piece;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Passes on what a device says and keeps it. Nothing is shown that could not be kept: when the recording is full, or
 * the database does not take it, the console ends. Safe for threads.
 */
final class Recorder implements Console.Sink {
    private static final Logger LOG = LoggerFactory.getLogger(Recorder.class);
    static final long MOST_BYTES = 8_000_000;
    /** What comes within this time makes one piece. */
    private static final long PIECE_MILLIS = 250;

    private static final int PIECE_BYTES = 32_768;

    private final Recordings recordings;
    private final long id;
    private final Console.Sink shown;
    private final long began = System.nanoTime();
    private final ByteArrayOutputStream gathered = new ByteArrayOutputStream();
    private long gatheredAt;
    private long bytes;
    private int number;
    private boolean ended;

    Recorder(Recordings recordings, long id, Console.Sink shown) {
        this.recordings = recordings;
        this.id = id;
        this.shown = shown;
    }

    @Override
    public synchronized void said(byte[] said) {
        if (ended) return;
        long now = TimeUnit.NANOSECONDS.toMillis(System.nanoTime() - began);
        if (gathered.size() == 0) gatheredAt = now;
        gathered.writeBytes(said);
        bytes += said.length;
        boolean isFull = bytes > MOST_BYTES;
        if (isFull || gathered.size() > PIECE_BYTES || now - gatheredAt > PIECE_MILLIS) store();
        if (ended) return;
        shown.said(said);
        if (isFull) {
            shown.said("\r\n-- the recording is full; open another console --\r\n".getBytes(StandardCharsets.UTF_8));
            ended();
        }
    }

    /** What was gathered, to the database; called now and then too, so that a silent device's last words are kept. */
    synchronized void store() {
        if (gathered.size() == 0) return;
        try {
            recordings.add(id, number++, new Piece(gatheredAt, gathered.toByteArray()));
            gathered.reset();
        } catch (RuntimeException e) {
            LOG.error("Console {} could not be recorded any further", id, e);
            ended = true;
            shown.said("\r\n-- it cannot be recorded any further --\r\n".getBytes(StandardCharsets.UTF_8));
            shown.ended();
        }
    }

    @Override
    public synchronized void ended() {
        if (ended) return;
        store();
        if (ended) return;
        ended = true;
        recordings.end(id);
        shown.ended();
    }
}
