package chaperone.connect.conversation;

import java.io.ByteArrayOutputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;

/**
 * The bytes that a device has sent and nobody has taken yet. Written by the network's thread, waited for by the
 * conversation's own; every wait has an end.
 */
public class ReceiveBuffer extends OutputStream {
    private static final int TAIL = 1024;
    /** So long a wait lasts at most before it is looked at the clock again. */
    private static final long SLICE_MILLIS = 100;
    /** A wait that ends later than this after its time was up did so because nothing ran. */
    private static final long LATE_MILLIS = 50;

    private final Bytes bytes = new Bytes();
    private final int most;
    private boolean ended;
    private long arrived;
    private long lastCame;
    private boolean isLineOpen;
    private boolean onlyOpenLinesWake;

    /** Shows its end without copying all of it: the last line is looked at for every packet that comes. */
    private static final class Bytes extends ByteArrayOutputStream {
        synchronized String tail(int most) {
            int length = Math.min(most, count);
            return new String(buf, count - length, length, StandardCharsets.ISO_8859_1);
        }
    }

    public ReceiveBuffer(int most) {
        this.most = most;
    }

    @Override
    public synchronized void write(int b) {
        write(new byte[] {(byte) b}, 0, 1);
    }

    @Override
    public synchronized void write(byte[] chunk, int offset, int length) {
        // Beyond the bound nothing is kept, but the count goes on, so that the reader learns of it.
        if (bytes.size() + length <= most) bytes.write(chunk, offset, length);
        arrived += length;
        lastCame = System.nanoTime();
        if (length > 0) isLineOpen = chunk[offset + length - 1] != '\n';
        if (isLineOpen || !onlyOpenLinesWake || isOverfull()) notifyAll();
    }

    /** The other side has nothing more to say. */
    public synchronized void end() {
        ended = true;
        notifyAll();
    }

    @Override
    public void close() {
        end();
    }

    public synchronized boolean isEnded() {
        return ended;
    }

    /** Bytes that have come so far, taken or not. */
    public synchronized long arrived() {
        return arrived;
    }

    public synchronized boolean isOverfull() {
        return arrived > most;
    }

    /** Waits until more than {@code known} bytes have come, or the end; false if {@code patience} ran out first. */
    public synchronized boolean awaitMoreThan(long known, Duration patience) throws InterruptedException {
        long end = System.nanoTime() + patience.toNanos();
        while (arrived <= known && !ended) {
            long left = (end - System.nanoTime()) / 1_000_000;
            if (left <= 0) return false;
            wait(left);
        }
        return true;
    }

    /**
     * Waits until more than {@code known} bytes have come and the last line is not ended, or the end, or too much; false if
     * nothing came for as long as {@code silence}, or {@code deadline} (of {@link System#nanoTime}) passed. A prompt does
     * not end its line: whoever waits for one is not woken for each of the lines before it. Time in which this process
     * itself stood still is no silence of the device: it may have answered all the while.
     */
    public synchronized boolean awaitOpenLine(long known, Duration silence, long deadline) throws InterruptedException {
        long since = System.nanoTime();
        long stoodStill = 0;
        onlyOpenLinesWake = true;
        try {
            while (!ended && !isOverfull() && (arrived <= known || !isLineOpen)) {
                long quiet = (arrived > known ? lastCame : since) + silence.toNanos() + stoodStill;
                long now = System.nanoTime();
                long left = Math.min(quiet - now, deadline - now) / 1_000_000;
                if (left <= 0) return false;
                long slice = Math.min(left, SLICE_MILLIS);
                wait(slice);
                stoodStill += Math.max(0, System.nanoTime() - now - (slice + LATE_MILLIS) * 1_000_000);
            }
            return true;
        } finally {
            onlyOpenLinesWake = false;
        }
    }

    /** The last line as far as it has come, one character a byte; without carriage returns. */
    public synchronized String lastLine() {
        String tail = bytes.tail(TAIL);
        return tail.substring(tail.lastIndexOf('\n') + 1).replace("\r", "");
    }

    /** What has come and was not taken yet; it stays. */
    public synchronized byte[] copy() {
        return bytes.toByteArray();
    }

    public synchronized byte[] take() {
        byte[] taken = bytes.toByteArray();
        bytes.reset();
        arrived = 0;
        return taken;
    }
}
