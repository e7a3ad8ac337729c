package chaperone.server.account;

import chaperone.server.problem.ProblemException;
import java.util.Map;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;

/** Passwords are slow to check on purpose: only a few at a time are, so that log-ins cannot take all processors. */
@Component
class PasswordChecks {
    private static final int AT_ONCE = Math.max(2, Runtime.getRuntime().availableProcessors());
    private static final long LONGEST_WAIT_SECONDS = 10;

    private final Semaphore turns = new Semaphore(AT_ONCE, true);

    /** @throws ProblemException if there are too many before this one */
    <T> T oneOfFew(Supplier<T> check) {
        boolean isMine = false;
        try {
            isMine = turns.tryAcquire(LONGEST_WAIT_SECONDS, TimeUnit.SECONDS);
            if (!isMine) throw busy();
            return check.get();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw busy();
        } finally {
            if (isMine) turns.release();
        }
    }

    private static ProblemException busy() {
        return new ProblemException(
                HttpStatus.TOO_MANY_REQUESTS,
                "busy",
                "Too many people log in at this moment.",
                "Try again in a few seconds.",
                Map.of("retryAfter", 5L));
    }
}
