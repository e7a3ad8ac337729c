package chaperone.core.answer;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/** Kept? Matched? Sound? Current? as far as they can be told today. */
public record FourAnswers(Answer kept, Answer matched, Answer sound, Answer current) {
    /** A copy is recent for a day and a bit: the nightly one may start late. */
    public static final Duration RECENT = Duration.ofHours(26);

    public static final Duration GETTING_OLD = Duration.ofHours(50);

    /**
     * What is known of a device.
     *
     * @param lastCopy when a complete copy was last taken
     * @param lastFailed whether the latest attempt failed
     * @param savedEqualsRunning whether the two were equal, noise set aside, in the last copy; absent before the first
     * @param incomplete why the newest copy may be only a part; empty if it is whole
     */
    public record Known(
            Optional<Instant> lastCopy, boolean lastFailed, Optional<Boolean> savedEqualsRunning, String incomplete) {}

    public static FourAnswers of(Known known, Instant now) {
        return new FourAnswers(
                kept(known, now),
                matched(known),
                Answer.notKnown("no standard is written yet"),
                Answer.notKnown("no standard release is chosen yet"));
    }

    private static Answer kept(Known known, Instant now) {
        boolean isPart = !known.incomplete().isEmpty();
        if (known.lastCopy().isEmpty()) {
            return Answer.no(isPart ? "never copied whole: " + known.incomplete() : "never copied");
        }
        Duration age = Duration.between(known.lastCopy().get(), now);
        if (age.compareTo(GETTING_OLD) > 0) return Answer.no("the last complete copy is older than two days");
        if (isPart) return Answer.attention("the newest copy may be only a part: " + known.incomplete());
        if (known.lastFailed()) return Answer.attention("the latest attempt failed; an earlier copy is complete");
        if (age.compareTo(RECENT) > 0) return Answer.attention("the last complete copy is older than a day");
        return Answer.yes("a complete copy is recent");
    }

    private static Answer matched(Known known) {
        if (!known.incomplete().isEmpty()) return Answer.notKnown("the newest copy may be only a part");
        boolean differs = known.savedEqualsRunning().isPresent()
                && !known.savedEqualsRunning().get();
        if (differs) return Answer.attention("saved differs from running: a restart would lose lines");
        return Answer.notKnown("no revision is agreed yet");
    }
}
