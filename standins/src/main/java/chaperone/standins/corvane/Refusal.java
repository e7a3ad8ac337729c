package chaperone.standins.corvane;

import chaperone.standins.device.RefusedLine;

/** The device's answer to a line that it does not take: {@code ? word 3 "vlann": not known here}. */
final class Refusal extends RefusedLine {
    private static final long serialVersionUID = 1L;

    /** A word of the line is wrong; {@code index} counts from 0. */
    Refusal(int index, String word, String reason) {
        super("? word " + (index + 1) + " \"" + word.replace("\"", "") + "\": " + reason);
    }

    /** The line ends where the word at {@code index} should stand. */
    Refusal(int index, String reason) {
        super("? word " + (index + 1) + ": " + reason);
    }
}
