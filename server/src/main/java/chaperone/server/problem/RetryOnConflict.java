package chaperone.server.problem;

import jakarta.persistence.OptimisticLockException;
import jakarta.persistence.PessimisticLockException;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import org.springframework.dao.ConcurrencyFailureException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.resilience.annotation.Retryable;

/**
 * A transaction that another one overtook is done again, at most three times: somebody edited the device that a copy is
 * stored for, or two copies that keep the same texts in another order locked each other out and the database ended one.
 */
@Target(ElementType.METHOD)
@Retention(RetentionPolicy.RUNTIME)
@Retryable(
        // Spring's name of it, and the mapper's own, which come as they are where a transaction writes in its middle.
        includes = {
            ConcurrencyFailureException.class,
            // Two made the next of something at once: the one that was refused comes after the other now.
            DataIntegrityViolationException.class,
            OptimisticLockException.class,
            PessimisticLockException.class
        },
        maxRetries = 3,
        delay = 20,
        jitter = 20)
public @interface RetryOnConflict {}
