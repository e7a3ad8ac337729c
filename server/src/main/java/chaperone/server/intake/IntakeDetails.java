package chaperone.server.intake;

import chaperone.server.job.RetryChoice;
import java.util.List;
import java.util.Optional;
import tools.jackson.databind.json.JsonMapper;

/**
 * What somebody says of a device that is to come in.
 *
 * @param platform the one that somebody chose; none if it is to be recognised
 * @param telnetAllowed whether it may be logged in to by Telnet
 * @param furtherSets credential sets to be tried in this order when the line's own is refused
 */
record IntakeDetails(Optional<String> platform, boolean telnetAllowed, List<String> tags, List<Long> furtherSets) {
    static final IntakeDetails NONE = new IntakeDetails(Optional.empty(), false, List.of(), List.of());
    private static final JsonMapper JSON = JsonMapper.builder().build();

    IntakeDetails {
        tags = List.copyOf(tags);
        furtherSets = List.copyOf(furtherSets);
    }

    /** Read from a line's payload; a line without one says nothing. */
    static IntakeDetails of(String payload) {
        return payload.isEmpty() ? NONE : JSON.readValue(payload, IntakeDetails.class);
    }

    /** As a line keeps it. */
    String payload() {
        return JSON.writeValueAsString(this);
    }

    IntakeDetails retried(RetryChoice choice) {
        return new IntakeDetails(
                platform,
                telnetAllowed || choice.telnetAllowed(),
                tags,
                // Somebody has chosen one: the others are not tried any more.
                choice.credentialSet().isPresent() ? List.of() : furtherSets);
    }
}
