package chaperone.core.answer;

import chaperone.core.release.ReleaseOrder;
import java.util.Optional;

/**
 * What is known of a device's software.
 *
 * @param runs the release that it runs; empty if it never said so
 * @param standard the one that was chosen for its model
 */
public record KnownRelease(String runs, Optional<String> standard) {

    public Answer current() {
        if (standard.isEmpty()) return Question.CURRENT.unanswered();
        if (runs.isEmpty()) return Answer.notKnown("the device does not say which release it runs");
        int order = ReleaseOrder.INSTANCE.compare(runs, standard.get());
        if (order == 0) return Answer.yes("on the standard release, " + runs);
        String than = order < 0 ? "older than" : "newer than";
        return Answer.no("runs " + runs + ", " + than + " the standard release " + standard.get());
    }
}
