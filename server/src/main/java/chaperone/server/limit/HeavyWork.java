package chaperone.server.limit;

import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;

/**
 * Work that takes processors and memory, such as comparing two large texts: a few at once for an account, and in all.
 * Others wait for a moment, before their bodies are read.
 */
final class HeavyWork {
    private final int perAccount;
    private final Duration longestWait;
    private final Semaphore all;
    private final Map<String, Turns> accounts = new HashMap<>();

    /** An account's turns, with the number of those who have one or wait for one. */
    private static final class Turns {
        private final Semaphore free;
        private int users;

        Turns(int free) {
            this.free = new Semaphore(free, true);
        }
    }

    /** To be given back. */
    interface Turn {
        void end();
    }

    HeavyWork(int overall, int perAccount, Duration longestWait) {
        all = new Semaphore(overall, true);
        this.perAccount = perAccount;
        this.longestWait = longestWait;
    }

    /** Nothing if none became free in time. */
    Optional<Turn> enter(String account) throws InterruptedException {
        long deadline = System.nanoTime() + longestWait.toNanos();
        Turns own = join(account);
        boolean isOwn = false;
        boolean isIn = false;
        try {
            isOwn = own.free.tryAcquire(longestWait.toNanos(), TimeUnit.NANOSECONDS);
            isIn = isOwn && all.tryAcquire(Math.max(0, deadline - System.nanoTime()), TimeUnit.NANOSECONDS);
            if (!isIn) return Optional.empty();
            return Optional.of(() -> {
                all.release();
                own.free.release();
                leave(account);
            });
        } finally {
            if (!isIn) {
                if (isOwn) own.free.release();
                leave(account);
            }
        }
    }

    private synchronized Turns join(String account) {
        Turns turns = accounts.computeIfAbsent(account, name -> new Turns(perAccount));
        turns.users++;
        return turns;
    }

    private synchronized void leave(String account) {
        Turns turns = accounts.get(account);
        if (turns != null && --turns.users == 0) accounts.remove(account);
    }
}
