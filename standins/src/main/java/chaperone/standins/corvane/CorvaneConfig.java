package chaperone.standins.corvane;

import chaperone.standins.corvane.Shape.Block;
import chaperone.standins.device.Words;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * The configuration in force: statements are set, replaced and taken away as the language says. Text is handled as
 * ISO 8859-1, one character a byte, so that a description may hold any bytes. Not safe for threads by itself.
 */
final class CorvaneConfig {
    private static final int LONGEST_WELCOME = 200;

    private final Map<String, Line> top = new TreeMap<>();
    private final List<String> welcome = new ArrayList<>();

    /** Reads what {@link #print} wrote, or a sample in the same form. */
    static CorvaneConfig parse(String text) throws Refusal {
        CorvaneConfig config = new CorvaneConfig();
        Optional<Line> open = Optional.empty();
        for (String line : text.split("\n", -1)) {
            if (line.isEmpty() || line.startsWith("#")) continue;
            if (line.startsWith("  ")) config.set(open, line.substring(2));
            else open = config.set(Optional.empty(), line);
        }
        return config;
    }

    /** Takes a statement inside {@code block}, or at the top; gives the block that it opens, if it opens one. */
    Optional<Line> set(Optional<Line> block, String text) throws Refusal {
        Block kind = kindOf(block);
        if (kind == Block.WELCOME) {
            addWelcome(text);
            return Optional.empty();
        }
        List<String> words = Words.of(text);
        // "open" and "flood-limit 0" are the defaults: setting them takes the other value away.
        if (kind == Block.PORT && isDefault(words)) {
            linesOf(block)
                    .remove(keyOf(
                            Block.PORT, words.get(0).equals("open") ? List.of("closed") : List.of("flood-limit")));
            return Optional.empty();
        }
        Shape shape = shapeOf(kind, words, 0);
        String key = keyOf(kind, words.subList(0, shape.keyWords()));
        Line line = linesOf(block).get(key);
        if (line == null) linesOf(block).put(key, line = new Line(shape, words));
        else line.words = List.copyOf(words);
        return shape.block().isPresent() ? Optional.of(line) : Optional.empty();
    }

    /** Takes a statement away; {@code text} may stop after the words that tell which. */
    void takeAway(Optional<Line> block, String text) throws Refusal {
        List<String> words = Words.of(text);
        Block kind = kindOf(block);
        if (words.isEmpty()) throw new Refusal(1, "expected the line to take away");
        Shape shape = best(kind, words).orElseThrow(() -> new Refusal(1, words.get(0), "not known here"));
        if (shape.fitting(words) < Math.min(words.size(), shape.keyWords())) throw shape.refusal(words, 1);
        if (words.size() < shape.keyWords()) throw new Refusal(words.size() + 1, "expected which one");
        if (kind == Block.TOP && shape.block().filter(b -> b == Block.WELCOME).isPresent()) welcome.clear();
        String key = keyOf(kind, words.subList(0, shape.keyWords()));
        if (linesOf(block).remove(key) == null) throw new Refusal(1, words.get(0), "no such line");
    }

    /** The block that a path such as {@code port 1/0/4} names, if it is there. */
    Optional<Line> find(String statement) {
        return top.values().stream()
                .filter(line -> line.text().equals(statement))
                .findFirst();
    }

    /** The words of every top-level line that starts with {@code word}. */
    List<List<String>> linesThatStartWith(String word) {
        return top.values().stream()
                .map(line -> line.words)
                .filter(words -> words.get(0).equals(word))
                .toList();
    }

    /** The whole configuration without its header, each line with its ending. */
    String print() {
        StringBuilder out = new StringBuilder();
        for (Line line : top.values()) {
            out.append(line.text()).append('\n');
            for (Line inner : line.below.values())
                out.append("  ").append(inner.text()).append('\n');
            boolean isWelcome =
                    line.shape.block().filter(block -> block == Block.WELCOME).isPresent();
            if (isWelcome) welcome.forEach(text -> out.append("  ").append(text).append('\n'));
        }
        return out.toString();
    }

    private void addWelcome(String text) throws Refusal {
        if (!text.startsWith("|")) throw new Refusal(0, text.split(" ")[0], "a line of the welcome begins with |");
        if (welcome.size() >= LONGEST_WELCOME) throw new Refusal(0, "|", "the welcome is full");
        welcome.add(text);
    }

    private static boolean isDefault(List<String> words) {
        return words.equals(List.of("open")) || words.equals(List.of("flood-limit", "0"));
    }

    private Map<String, Line> linesOf(Optional<Line> block) {
        return block.isPresent() ? block.get().below : top;
    }

    static Block kindOf(Optional<Line> block) {
        return block.isPresent() ? block.get().shape.block().orElseThrow() : Block.TOP;
    }

    private static String keyOf(Block kind, List<String> keyWords) {
        Shape shape = best(kind, keyWords).orElseThrow();
        return Line.key(Shape.of(kind).indexOf(shape), keyWords);
    }

    private static Shape shapeOf(Block kind, List<String> words, int offset) throws Refusal {
        if (words.isEmpty()) throw new Refusal(offset, "expected a statement");
        Shape shape = best(kind, words).orElseThrow(() -> new Refusal(offset, words.get(0), "not known here"));
        if (!shape.isWhole(words)) throw shape.refusal(words, offset);
        return shape;
    }

    /** The shape that fits the most words from the first on; none if not even the first fits. */
    private static Optional<Shape> best(Block kind, List<String> words) {
        return Shape.of(kind).stream()
                .filter(shape -> shape.fitting(words) > 0)
                .max(Comparator.comparingInt(shape -> shape.fitting(words)));
    }
}
