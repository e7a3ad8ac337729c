package chaperone.core.query;

import chaperone.core.answer.Answer;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** The answers as one writes them in a query. */
final class AnswerWord {
    static final List<String> ALL =
            Arrays.stream(Answer.Kind.values()).map(AnswerWord::of).toList();

    private AnswerWord() {}

    static String of(Answer.Kind answer) {
        return answer == Answer.Kind.NOT_KNOWN ? "unknown" : answer.name().toLowerCase(Locale.ROOT);
    }

    static Optional<Answer.Kind> of(String word) {
        return Arrays.stream(Answer.Kind.values())
                .filter(answer -> of(answer).equals(word.toLowerCase(Locale.ROOT)))
                .findFirst();
    }
}
