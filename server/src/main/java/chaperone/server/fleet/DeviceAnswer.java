package chaperone.server.fleet;

import chaperone.core.answer.Answer;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.time.Instant;

/**
 * How a device answers one of the four questions.
 *
 * @param reason for people
 * @param since when it began to answer so
 */
@Embeddable
public record DeviceAnswer(@Enumerated(EnumType.STRING) Answer.Kind kind, String reason, Instant since) {
    boolean says(Answer given) {
        return kind == given.kind() && reason.equals(given.reason());
    }

    /** Another reason for the same answer does not make it a new one. */
    DeviceAnswer then(Answer given, Instant at) {
        return new DeviceAnswer(given.kind(), given.reason(), kind == given.kind() ? since : at);
    }
}
