package chaperone.server.answers;

import java.time.Instant;
import java.util.Optional;

/**
 * A request that a clause has a device asked.
 *
 * @param takenAt when it was answered last
 */
public record WantedOutput(String request, Optional<Instant> takenAt) {
    boolean isDue(Instant limit) {
        return takenAt.filter(limit::isBefore).isEmpty();
    }
}
