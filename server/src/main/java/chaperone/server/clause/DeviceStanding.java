package chaperone.server.clause;

import chaperone.core.answer.Answer;
import chaperone.core.answer.Question;
import chaperone.core.standard.Rule.Fact;
import chaperone.core.standard.Standing;
import chaperone.core.standard.Standing.Told;
import chaperone.core.standard.Verdict.Kind;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.DeviceAnswer;
import java.util.Map;
import java.util.Optional;

/** What is known of a device as a whole, from its copies and its answers. */
public final class DeviceStanding {
    private DeviceStanding() {}

    public static Standing of(Device device) {
        return new Standing(facts(device), Map.of());
    }

    private static Map<Fact, Told> facts(Device device) {
        return Map.of(
                Fact.RUNNING_IS_SAVED,
                told(device.isSavedRunning(), "what runs is saved", "it runs lines that are not saved"),
                Fact.RUNNING_IS_AGREED,
                told(device.isRunningAgreed(), "what runs is what was agreed", "it differs from what was agreed"),
                Fact.RELEASE_IS_STANDARD,
                release(device),
                Fact.NO_OPEN_ADVISORY,
                new Told(Kind.NOT_KNOWN, "no open advisory", "no advisories have been brought in"));
    }

    private static Told told(Optional<Boolean> fact, String expected, String otherwise) {
        return fact.map(isSo -> new Told(isSo ? Kind.PASS : Kind.FAIL, expected, otherwise))
                .orElseGet(() -> new Told(Kind.NOT_KNOWN, expected, "it was not copied yet"));
    }

    private static Told release(Device device) {
        String expected = "the standard release";
        return device.answer(Question.CURRENT)
                .map(answer -> new Told(kind(answer), expected, answer.reason()))
                .orElseGet(() -> new Told(
                        Kind.NOT_KNOWN, expected, Question.CURRENT.unanswered().reason()));
    }

    private static Kind kind(DeviceAnswer answer) {
        if (answer.kind() == Answer.Kind.NOT_KNOWN) return Kind.NOT_KNOWN;
        return answer.kind() == Answer.Kind.YES ? Kind.PASS : Kind.FAIL;
    }
}
