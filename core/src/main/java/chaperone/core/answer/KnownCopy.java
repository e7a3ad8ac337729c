package chaperone.core.answer;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * What is known of a device's copies, and what it answers to two of the four questions.
 *
 * @param lastWhole when a complete copy was last taken
 * @param lastFailed whether the latest attempt failed
 * @param savedEqualsRunning whether the two were equal, noise set aside, in the last copy; absent before the first
 * @param runningEqualsAgreed whether running meant what was agreed, in the last copy; absent if nothing is agreed
 * @param incomplete why the newest copy may be only a part; empty if it is whole
 */
public record KnownCopy(
        Optional<Instant> lastWhole,
        boolean lastFailed,
        Optional<Boolean> savedEqualsRunning,
        Optional<Boolean> runningEqualsAgreed,
        String incomplete) {
    /** A copy is recent for a day and a bit: the nightly one may start late. */
    public static final Duration RECENT = Duration.ofHours(26);

    public static final Duration GETTING_OLD = Duration.ofHours(50);

    /** Changes by itself when the last whole copy becomes older than one of the two durations, and at no other time. */
    public Answer kept(Instant now) {
        boolean isPart = !incomplete.isEmpty();
        if (lastWhole.isEmpty()) return Answer.no(isPart ? "never copied whole: " + incomplete : "never copied");
        Duration age = Duration.between(lastWhole.get(), now);
        if (age.compareTo(GETTING_OLD) > 0) return Answer.no("the last complete copy is older than two days");
        if (isPart) return Answer.attention("the newest copy may be only a part: " + incomplete);
        if (lastFailed) return Answer.attention("the latest attempt failed; an earlier copy is complete");
        if (age.compareTo(RECENT) > 0) return Answer.attention("the last complete copy is older than a day");
        return Answer.yes("a complete copy is recent");
    }

    public Answer matched() {
        if (!incomplete.isEmpty()) return Answer.notKnown("the newest copy may be only a part");
        if (isFalse(runningEqualsAgreed)) return Answer.no("running differs from what was agreed");
        if (isFalse(savedEqualsRunning))
            return Answer.attention("saved differs from running: a restart would lose lines");
        return runningEqualsAgreed.isPresent()
                ? Answer.yes("running is what was agreed, and saved")
                : Question.MATCHED.unanswered();
    }

    private static boolean isFalse(Optional<Boolean> known) {
        return known.isPresent() && !known.get();
    }
}
