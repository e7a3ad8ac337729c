package chaperone.server.rollout;

import chaperone.connect.file.TransferProgress;
import java.time.Duration;

/** Passes on how far a file has come, no more often than is worth writing down; its end always. Owned by one transfer. */
final class PacedProgress implements TransferProgress {
    private final TransferProgress to;
    private final long pace;
    private final long size;
    private long told;

    PacedProgress(TransferProgress to, Duration pace, long size) {
        this.to = to;
        this.pace = pace.toNanos();
        this.size = size;
        this.told = System.nanoTime() - this.pace;
    }

    @Override
    public boolean moved(long moved, long rate) {
        long now = System.nanoTime();
        if (now - told < pace && moved < size) return true;
        told = now;
        return to.moved(moved, rate);
    }
}
