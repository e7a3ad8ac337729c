package chaperone.server.fleet;

import chaperone.core.platform.Facts.Storage;

/** Which moves of the free storage are worth an event: logs that grow by themselves are not. */
public final class StorageMove {
    private static final long LEAST_BYTES = 1_000_000;
    private static final double LEAST_SHARE = 0.02;

    private StorageMove() {}

    public static boolean isWorthTelling(Storage before, Storage after) {
        long moved = Math.abs(after.free() - before.free());
        double least = Math.max(LEAST_BYTES, LEAST_SHARE * after.total().orElse(0L));
        return moved >= least;
    }
}
