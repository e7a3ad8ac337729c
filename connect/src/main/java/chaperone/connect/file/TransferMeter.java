package chaperone.connect.file;

import chaperone.connect.conversation.FailureKind;
import java.io.FilterInputStream;
import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Duration;
import java.util.HexFormat;

/** Counts and digests the bytes of one file as they pass, and ends it when it is too much, too slow or to stop. */
final class TransferMeter {
    private static final long NANOS_BETWEEN_WORDS = Duration.ofMillis(200).toNanos();

    private final MessageDigest digest = sha256();
    private final long begun = System.nanoTime();
    private final Bounds bounds;
    private final TransferProgress progress;
    private long moved;
    private long told = begun - NANOS_BETWEEN_WORDS;

    /**
     * @param mostBytes more than these are refused
     * @param patience how long it may take, besides what the bytes take at the slowest rate
     * @param slowest bytes a second
     */
    record Bounds(long mostBytes, Duration patience, long slowest) {}

    /** Thrown out of a stream, through the library that moves the bytes. */
    static final class BrokenOff extends IOException {
        private static final long serialVersionUID = 1;
        private final FailureKind kind;

        BrokenOff(FailureKind kind, String message) {
            super(message);
            this.kind = kind;
        }

        FailureKind kind() {
            return kind;
        }
    }

    TransferMeter(Bounds bounds, TransferProgress progress) {
        this.bounds = bounds;
        this.progress = progress;
    }

    private static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    TransferredFile result() {
        return new TransferredFile(moved, HexFormat.of().formatHex(digest.digest()));
    }

    private void passes(byte[] bytes, int offset, int length) throws IOException {
        digest.update(bytes, offset, length);
        moved += length;
        if (moved > bounds.mostBytes())
            throw new BrokenOff(FailureKind.TOO_LONG, "more than " + bounds.mostBytes() + " bytes");
        long now = System.nanoTime();
        Duration longest = bounds.patience().plusMillis(1000 * moved / bounds.slowest());
        if (now - begun > longest.toNanos()) {
            throw new BrokenOff(
                    FailureKind.FELL_SILENT, "only " + moved + " bytes within " + longest.toSeconds() + " s");
        }
        if (now - told < NANOS_BETWEEN_WORDS) return;
        told = now;
        if (!tell()) throw new BrokenOff(FailureKind.STOPPED, "stopped by hand");
    }

    /** Also the last word, when all has passed. */
    boolean tell() {
        double seconds = Math.max(1, System.nanoTime() - begun) / 1e9;
        return progress.moved(moved, Math.round(moved / seconds));
    }

    InputStream over(InputStream source) {
        return new FilterInputStream(source) {
            @Override
            public int read() throws IOException {
                byte[] one = new byte[1];
                return read(one, 0, 1) < 0 ? -1 : one[0] & 0xFF;
            }

            @Override
            public int read(byte[] bytes, int offset, int length) throws IOException {
                int count = super.read(bytes, offset, length);
                if (count > 0) passes(bytes, offset, count);
                return count;
            }
        };
    }

    OutputStream over(OutputStream sink) {
        return new FilterOutputStream(sink) {
            @Override
            public void write(int b) throws IOException {
                write(new byte[] {(byte) b}, 0, 1);
            }

            @Override
            public void write(byte[] bytes, int offset, int length) throws IOException {
                passes(bytes, offset, length);
                out.write(bytes, offset, length);
            }
        };
    }
}
