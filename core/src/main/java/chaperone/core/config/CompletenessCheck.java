package chaperone.core.config;

import chaperone.core.config.ConfigNode.Kind;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Whether a configuration that keeps to its grammar may still be only a part of what the device has: it is compared with
 * the last one that was whole. A doubt is for people to settle; a configuration may really have become short.
 *
 * <p>Linear in both configurations.
 */
public final class CompletenessCheck {
    /** A section that had so many statements is not just gone. */
    private static final int LEAST_SECTION = 5;
    /** Below that a configuration says too little to judge by its length. */
    private static final int LEAST_STATEMENTS = 20;

    private CompletenessCheck() {}

    /** Why {@code now} may not be whole, in words; nothing if there is no doubt. */
    public static Optional<String> doubt(ConfigTree before, ConfigTree now) {
        Map<String, Long> had = sections(before);
        Map<String, Long> has = sections(now);
        Optional<String> missing = had.entrySet().stream()
                .filter(section -> section.getValue() >= LEAST_SECTION && !has.containsKey(section.getKey()))
                .findFirst()
                .map(section -> "no \"" + section.getKey() + "\" any more, where " + number(section.getValue())
                        + " statements stood before");
        return missing.or(() -> shortness(before.statementCount(), now.statementCount()));
    }

    private static Optional<String> shortness(long before, long now) {
        boolean isShort = before >= LEAST_STATEMENTS && now * 2 < before;
        return isShort
                ? Optional.of("only " + number(now) + " statements, where " + number(before) + " stood before")
                : Optional.empty();
    }

    /** How many statements stand under each first word of the top level. */
    private static Map<String, Long> sections(ConfigTree tree) {
        Map<String, Long> sections = new LinkedHashMap<>();
        for (ConfigNode node : top(tree.nodes())) {
            sections.merge(firstWord(node.text()), statements(Stream.of(node)), Long::sum);
        }
        return sections;
    }

    /** A document with one root is judged by what the root holds. */
    private static List<ConfigNode> top(List<ConfigNode> level) {
        List<ConfigNode> statements =
                level.stream().filter(node -> node.kind() == Kind.STATEMENT).toList();
        boolean isRoot = statements.size() == 1 && !statements.get(0).children().isEmpty();
        return isRoot ? top(statements.get(0).children()) : statements;
    }

    private static long statements(Stream<ConfigNode> nodes) {
        return nodes.flatMap(ConfigNode::walk)
                .filter(node -> node.kind() == Kind.STATEMENT)
                .count();
    }

    private static String firstWord(String statement) {
        int end = 0;
        while (end < statement.length() && !Character.isWhitespace(statement.charAt(end))) end++;
        return statement.substring(0, end);
    }

    private static String number(long number) {
        return String.format(Locale.ROOT, "%,d", number);
    }
}
