package chaperone.server.history;

import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Which changes are asked for; what is left out lets all through.
 *
 * @param since exclusive; a day ago if left out
 * @param until inclusive; now if left out
 * @param query the words by which devices are chosen
 * @param kinds of data; if left out, all but the tables, which move all the time, and what is saved, which follows what runs
 * @param planned whether a change of Chaperone brought it
 * @param open whether only what nobody has accounted for
 * @param words in the parts of the configuration, the account or the address of whoever may have brought it
 */
record HistoryRequest(
        @Nullable Instant since,
        @Nullable Instant until,
        @Size(max = 2000) @Nullable String query,
        @Size(max = 9) @Nullable Set<HistoryKind> kinds,
        @Nullable Boolean planned,
        @Nullable Boolean open,
        @Size(max = 100) @Nullable String words) {
    private static final Duration USUAL = Duration.ofDays(1);
    /** The database knows no moments as far away as programs do. */
    private static final Instant FIRST = Instant.EPOCH;

    private static final Instant LAST = Instant.parse("9999-12-31T23:59:59Z");

    /** The span that is meant; never the wrong way round, so that an odd one holds nothing. */
    HistorySpan span(Clock clock) {
        Instant to = within(until == null ? clock.instant() : until);
        Instant from = within(since == null ? to.minus(USUAL) : since);
        return new HistorySpan(from, to.isBefore(from) ? from : to);
    }

    private static Instant within(Instant moment) {
        if (moment.isBefore(FIRST)) return FIRST;
        return moment.isAfter(LAST) ? LAST : moment;
    }

    Set<HistoryKind> wantedKinds() {
        return kinds == null || kinds.isEmpty() ? HistoryKind.USUAL : kinds;
    }

    /** In words, for the head of a list on paper. */
    String said(Clock clock) {
        HistorySpan span = span(clock);
        StringBuilder said = new StringBuilder("From %s to %s".formatted(second(span.since()), second(span.until())));
        devices().ifPresent(each -> said.append(", devices: ").append(each.strip()));
        onlyPlanned().ifPresent(isPlanned -> said.append(isPlanned ? ", planned here" : ", not planned here"));
        if (onlyOpen()) said.append(", not accounted for");
        saidWords().ifPresent(each -> said.append(", with \u201C").append(each).append("\u201D"));
        return said.append('.').toString();
    }

    private static Instant second(Instant moment) {
        return moment.truncatedTo(ChronoUnit.SECONDS);
    }

    Optional<String> devices() {
        return Optional.ofNullable(query).filter(said -> !said.isBlank());
    }

    boolean onlyOpen() {
        return Boolean.TRUE.equals(open);
    }

    Optional<Boolean> onlyPlanned() {
        return Optional.ofNullable(planned);
    }

    Optional<String> saidWords() {
        return Optional.ofNullable(words).map(String::strip).filter(said -> !said.isEmpty());
    }
}
