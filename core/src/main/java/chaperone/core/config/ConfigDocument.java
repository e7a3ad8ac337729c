package chaperone.core.config;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** A configuration's text with its lines and the tree that was read from it. */
public final class ConfigDocument {
    private final String text;
    private final ConfigTree tree;
    private final Optional<Grammar> grammar;
    private final List<String> raw;
    private final int[] starts;

    private ConfigDocument(String text, ConfigTree tree, Optional<Grammar> grammar) {
        this.text = text;
        this.tree = tree;
        this.grammar = grammar;
        raw = ConfigText.linesWithEndings(text);
        starts = new int[raw.size() + 1];
        for (int i = 0; i < raw.size(); i++)
            starts[i + 1] = starts[i] + raw.get(i).length();
    }

    /** Linear in the length of the text. */
    public static ConfigDocument read(Grammar grammar, String text) {
        return new ConfigDocument(text, grammar.read(text), Optional.of(grammar));
    }

    /** Lines of which nobody knows the grammar; they have no endings. */
    public static ConfigDocument ofLines(List<String> lines) {
        return ofText(String.join("\n", lines) + (lines.isEmpty() ? "" : "\n"));
    }

    /** A text of which nobody knows the grammar. */
    public static ConfigDocument ofText(String text) {
        return new ConfigDocument(text, new ConfigTree(List.of(), List.of()), Optional.empty());
    }

    public String text() {
        return text;
    }

    public ConfigTree tree() {
        return tree;
    }

    /** Absent if nobody knows it: then the tree is empty. */
    public Optional<Grammar> grammar() {
        return grammar;
    }

    public int lineCount() {
        return raw.size();
    }

    /** A line without its ending. */
    public String line(int index) {
        return ConfigText.withoutEnding(raw.get(index));
    }

    /** The lines without their endings. */
    public List<String> lines() {
        return raw.stream().map(ConfigText::withoutEnding).toList();
    }

    /** The blanks at the end of a line and what ends it. */
    public String tail(int index) {
        ConfigLine line = ConfigLine.read(raw.get(index));
        return line.trailing() + line.ending();
    }

    /** Where a line stands, without its ending. */
    public TextRange lineRange(int index) {
        return new TextRange(starts[index], starts[index] + line(index).length());
    }

    /** The line in which the character at {@code offset} stands. Logarithmic in the number of lines. */
    public int lineAt(int offset) {
        int found = Arrays.binarySearch(starts, 0, raw.size(), offset);
        return found >= 0 ? found : -found - 2;
    }

    /** Where a node's own text stands. */
    public TextRange rangeOf(ConfigNode node) {
        return rangeOf(node.line(), node.column(), node.text());
    }

    /** Where a statement's text stands that starts in this line and column. */
    public TextRange rangeOf(int line, int column, String statement) {
        int start = Math.min(text.length(), starts[Math.min(line, raw.size())] + column);
        // Blanks that only Unicode knows are stripped from a text, and stand before it all the same.
        int found = text.startsWith(statement, start) ? start : Math.max(start, text.indexOf(statement, start));
        return new TextRange(found, Math.min(text.length(), found + statement.length()));
    }
}
