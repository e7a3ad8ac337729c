package chaperone.core.patch;

import java.time.Duration;
import java.util.List;

/**
 * How a device is told to go back by itself, unless somebody says in time that what stands shall be kept. In a request
 * {@code {minutes}} and {@code {seconds}} stand for the time, {@code {token}} for what whoever keeps it or gives it back has to name.
 *
 * @param begin requests before the edit is opened, if the guard is one of its own
 * @param apply requests that put the lines in force for a time, in place of the usual ones; empty if those do
 * @param keep requests after which nothing is undone any more
 * @param giveBack requests that undo at once what was applied and not kept; empty if only time or the lines' undo does
 * @param goesBackTo what stands when the time is up
 * @param longest time that the family takes
 */
public record EditGuard(
        List<String> begin,
        List<String> apply,
        List<String> keep,
        List<String> giveBack,
        GoesBackTo goesBackTo,
        Duration longest) {
    public enum GoesBackTo {
        /** What was in force before the edit. */
        BEFORE,
        /** What is saved: lines that are not would be lost. */
        SAVED
    }

    public EditGuard {
        begin = List.copyOf(begin);
        apply = List.copyOf(apply);
        keep = List.copyOf(keep);
        giveBack = List.copyOf(giveBack);
    }

    /**
     * A guard as it is set once.
     *
     * @param token the same for everything that belongs to one edit, however often the conversation breaks in between
     */
    public record Terms(Duration time, String token) {

        /** The time is rounded up to what a request counts in. */
        public String fill(String request) {
            long seconds = Math.max(1, time.toSeconds());
            return request.replace("{seconds}", Long.toString(seconds))
                    .replace("{minutes}", Long.toString((seconds + 59) / 60))
                    .replace("{token}", token);
        }
    }

    public Duration within(Duration wanted) {
        return wanted.compareTo(longest) > 0 ? longest : wanted;
    }
}
