package chaperone.core.routine;

import java.util.ArrayList;
import java.util.List;

/** A word of a rule, or a part of one, and the column at which it starts. */
record RuleWord(String text, int column) {

    /** The words of a line, in small letters. */
    static List<RuleWord> of(String line) {
        List<RuleWord> words = new ArrayList<>();
        int at = 0;
        while (at < line.length()) {
            int end = at;
            while (end < line.length() && line.charAt(end) != ' ') end++;
            if (end > at) words.add(new RuleWord(line.substring(at, end), at));
            at = end + 1;
        }
        return words;
    }

    /** The parts between these signs, empty ones too. */
    List<RuleWord> split(char sign) {
        List<RuleWord> parts = new ArrayList<>();
        int from = 0;
        for (int at = 0; at <= text.length(); at++) {
            if (at < text.length() && text.charAt(at) != sign) continue;
            parts.add(new RuleWord(text.substring(from, at), column + from));
            from = at + 1;
        }
        return parts;
    }

    int end() {
        return column + text.length();
    }

    /** @throws RuleProblem if it is not a number of one or two digits, or lies outside */
    int number(int least, int greatest, String what) throws RuleProblem {
        boolean isNumber = !text.isEmpty() && text.length() <= 2 && text.chars().allMatch(c -> c >= '0' && c <= '9');
        int number = isNumber ? Integer.parseInt(text) : -1;
        if (number < least || number > greatest) {
            throw problem("\"" + text + "\" is not " + what + ", " + least + " to " + greatest);
        }
        return number;
    }

    RuleProblem problem(String message) {
        return new RuleProblem(column, message);
    }
}
