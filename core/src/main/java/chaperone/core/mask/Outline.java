package chaperone.core.mask;

import chaperone.core.config.ConfigBytes;
import chaperone.core.config.ConfigNode;
import chaperone.core.config.ConfigNode.Kind;
import java.util.ArrayList;
import java.util.List;

/** A configuration as headings that one can jump to: the first {@value #MOST} of them. */
public final class Outline {
    private static final int MOST = 3000;
    private static final int DEEPEST = 2;

    private Outline() {}

    /**
     * @param line from 0
     * @param statements that stand below it, at every level
     */
    public record Heading(String text, int depth, int line, long statements) {}

    public static List<Heading> of(MaskedConfig masked) {
        List<Heading> headings = new ArrayList<>();
        collect(masked.document().tree().nodes(), 0, masked, headings);
        return headings;
    }

    private static void collect(List<ConfigNode> level, int depth, MaskedConfig masked, List<Heading> headings) {
        for (ConfigNode node : level) {
            if (node.kind() != Kind.STATEMENT || headings.size() >= MOST) continue;
            if (depth > 0 && node.children().isEmpty()) continue;
            long below =
                    node.walk().filter(each -> each.kind() == Kind.STATEMENT).count() - 1;
            String shown = ConfigBytes.printable(masked.statement(node));
            headings.add(new Heading(shown, depth, node.line(), below));
            if (depth + 1 < DEEPEST) collect(node.children(), depth + 1, masked, headings);
        }
    }
}
