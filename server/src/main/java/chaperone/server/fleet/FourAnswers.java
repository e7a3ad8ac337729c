package chaperone.server.fleet;

import chaperone.core.answer.Answer;
import chaperone.core.answer.Question;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;

/** Kept? Matched? Sound? Current? */
public record FourAnswers(Given kept, Given matched, Given sound, Given current) {
    /**
     * @param reason for people
     * @param since when the device began to answer so; absent if nobody has answered yet
     */
    public record Given(Answer.Kind kind, String reason, Optional<Instant> since) {}

    static FourAnswers of(Map<Question, DeviceAnswer> answers) {
        return new FourAnswers(
                of(answers, Question.KEPT),
                of(answers, Question.MATCHED),
                of(answers, Question.SOUND),
                of(answers, Question.CURRENT));
    }

    private static Given of(Map<Question, DeviceAnswer> answers, Question question) {
        DeviceAnswer answer = answers.get(question);
        if (answer != null) return new Given(answer.kind(), answer.reason(), Optional.of(answer.since()));
        Answer unanswered = question.unanswered();
        return new Given(unanswered.kind(), unanswered.reason(), Optional.empty());
    }
}
