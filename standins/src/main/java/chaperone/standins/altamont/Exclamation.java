package chaperone.standins.altamont;

import chaperone.standins.device.RefusedLine;
import java.util.List;

/** The device's answer to a line that it does not take: {@code ! ports wan-0: "adress" is not known here}. */
final class Exclamation extends RefusedLine {
    private static final long serialVersionUID = 1L;

    /** What is wrong is the word at {@code index} of a path, or what should stand there. */
    Exclamation(List<String> path, int index, String reason) {
        super("! " + (index == 0 ? "" : String.join(" ", path.subList(0, Math.min(index, path.size()))) + ": ")
                + reason);
    }

    Exclamation(String reason) {
        super("! " + reason);
    }
}
