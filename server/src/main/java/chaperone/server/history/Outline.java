package chaperone.server.history;

import chaperone.core.config.ConfigBytes;
import chaperone.core.config.ConfigNode;
import chaperone.core.config.ConfigNode.Kind;
import chaperone.core.platform.Platform;
import java.util.ArrayList;
import java.util.List;

/** A configuration as headings that one can jump to: the first {@value #MOST} of them. */
final class Outline {
    private static final int MOST = 3000;
    private static final int DEEPEST = 2;

    private Outline() {}

    /**
     * @param line from 0
     * @param statements that stand below it, at every level
     */
    record Heading(String text, int depth, int line, long statements) {}

    static List<Heading> of(Platform platform, String text) {
        List<Heading> headings = new ArrayList<>();
        collect(platform.grammar().read(text).nodes(), 0, platform, headings);
        return headings;
    }

    private static void collect(List<ConfigNode> level, int depth, Platform platform, List<Heading> headings) {
        for (ConfigNode node : level) {
            if (node.kind() != Kind.STATEMENT || headings.size() >= MOST) continue;
            if (depth > 0 && node.children().isEmpty()) continue;
            long below =
                    node.walk().filter(each -> each.kind() == Kind.STATEMENT).count() - 1;
            String shown = ConfigBytes.printable(platform.secrets().masked(node.text()));
            headings.add(new Heading(shown, depth, node.line(), below));
            if (depth + 1 < DEEPEST) collect(node.children(), depth + 1, platform, headings);
        }
    }
}
