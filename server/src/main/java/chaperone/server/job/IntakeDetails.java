package chaperone.server.job;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What somebody says of a device that is to come in.
 *
 * @param platform the one that somebody chose; none if it is to be recognised
 * @param telnetAllowed whether it may be logged in to by Telnet
 * @param furtherSets credential sets to be tried in this order when the line's own is refused
 */
public record IntakeDetails(
        Optional<String> platform, boolean telnetAllowed, List<String> tags, List<Long> furtherSets) {
    public static final IntakeDetails NONE = new IntakeDetails(Optional.empty(), false, List.of(), List.of());
    private static final String BETWEEN = ";";

    public IntakeDetails {
        tags = List.copyOf(tags);
        furtherSets = List.copyOf(furtherSets);
    }

    /** As it is stored; a tag has no semicolon. */
    static IntakeDetails stored(Optional<String> platform, boolean telnetAllowed, String tags, String furtherSets) {
        return new IntakeDetails(
                platform,
                telnetAllowed,
                parts(tags).toList(),
                parts(furtherSets).map(Long::valueOf).toList());
    }

    private static Stream<String> parts(String text) {
        return text.isEmpty() ? Stream.of() : Stream.of(text.split(BETWEEN));
    }

    String storedTags() {
        return String.join(BETWEEN, tags);
    }

    String storedSets() {
        return furtherSets.stream().map(String::valueOf).collect(Collectors.joining(BETWEEN));
    }
}
