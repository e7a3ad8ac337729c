package chaperone.server.finding;

import chaperone.server.clause.ClauseText.Severity;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Which findings are asked for; what is left out lets all through.
 *
 * @param state those that are open if it is left out
 * @param query the words by which devices are chosen
 * @param person part of an account, a name or an address of whoever may have brought it
 * @param severity at least
 * @param since found, or ended if they are closed, after this moment
 * @param order by age if it is left out
 */
record FindingRequest(
        @Size(max = 60) @Nullable String standard,
        @Size(max = 20) @Nullable String tag,
        @Size(max = 100) @Nullable String site,
        @Size(max = 253) @Nullable String device,
        @Size(max = 2000) @Nullable String query,
        @Size(max = 100) @Nullable String person,
        @Nullable Severity severity,
        @Nullable WantedFindings state,
        @Nullable Instant since,
        @Nullable FindingOrder order) {

    /** All that stand on a device. */
    static FindingRequest on(String device) {
        return new FindingRequest(null, null, null, device, null, null, null, WantedFindings.STANDING, null, null);
    }

    WantedFindings wanted() {
        return state == null ? WantedFindings.OPEN : state;
    }

    FindingOrder wantedOrder() {
        return order == null ? FindingOrder.AGE : order;
    }

    Optional<String> devices() {
        return Optional.ofNullable(query).filter(words -> !words.isBlank());
    }

    /** In words, for the head of a list on paper. */
    String said() {
        return Stream.of(
                        Optional.of("State: " + wanted().name().toLowerCase(Locale.ROOT)),
                        said("standard", standard),
                        said("clause", tag),
                        said("site", site),
                        said("device", device),
                        said("devices", query),
                        said("brought by", person),
                        said(
                                "severity at least",
                                severity == null ? null : severity.name().toLowerCase(Locale.ROOT)),
                        said("since", since == null ? null : since.toString()))
                .flatMap(Optional::stream)
                .collect(Collectors.joining(", ", "", "."));
    }

    private static Optional<String> said(String what, @Nullable String value) {
        return Optional.ofNullable(value).filter(words -> !words.isBlank()).map(words -> what + " " + words);
    }
}
