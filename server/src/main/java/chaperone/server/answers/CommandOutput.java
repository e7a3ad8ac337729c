package chaperone.server.answers;

import java.util.List;
import java.util.Optional;

/**
 * What a device answered to a request that only reads.
 *
 * @param refused its own words, if it gave no answer
 */
public record CommandOutput(String request, List<String> lines, Optional<String> refused) {
    public CommandOutput {
        lines = List.copyOf(lines);
    }
}
