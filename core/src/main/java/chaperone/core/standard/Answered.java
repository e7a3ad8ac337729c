package chaperone.core.standard;

import chaperone.core.standard.Rule.Answer;
import chaperone.core.standard.Verdict.Evidence;
import chaperone.core.standard.Verdict.Kind;
import java.util.List;
import java.util.Optional;

/**
 * What a device answered when it was asked.
 *
 * @param refused why it gave no answer; its own words
 */
public record Answered(List<String> lines, Optional<String> refused) {
    /** More of one answer shows nobody anything. */
    private static final int MOST_EVIDENCE = 50;

    /** In characters: what comes behind them in a line is left out of what is shown. */
    private static final int LONGEST_SHOWN = 500;

    public Answered {
        lines = List.copyOf(lines);
    }

    private static String shown(String line) {
        return line.length() <= LONGEST_SHOWN ? line : line.substring(0, LONGEST_SHOWN) + "…";
    }

    /** Linear in the answer (RE2). */
    Verdict verdict(Answer rule) {
        String asked = rule.asked().words();
        if (refused.isPresent()) return Verdict.notKnown(asked + " was refused: " + refused.get(), "an answer");
        List<String> fitting =
                lines.stream().filter(rule.line()::isIn).limit(MOST_EVIDENCE).toList();
        if (rule.mustStand() != fitting.isEmpty()) return Verdict.of(List.of());
        return new Verdict(
                Kind.FAIL,
                rule.mustStand()
                        ? List.of(new Evidence(
                                List.of(asked),
                                "a line that fits " + rule.line().pattern(),
                                Optional.empty(),
                                Optional.empty()))
                        : fitting.stream()
                                .map(line ->
                                        new Evidence(List.of(asked), "", Optional.of(shown(line)), Optional.empty()))
                                .toList());
    }
}
