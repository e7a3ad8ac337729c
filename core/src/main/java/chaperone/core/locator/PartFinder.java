package chaperone.core.locator;

import chaperone.core.config.BracedGrammar;
import chaperone.core.config.ConfigDocument;
import chaperone.core.config.ConfigNode;
import chaperone.core.config.ConfigNode.Kind;
import chaperone.core.config.Grammar;
import chaperone.core.config.JsonGrammar;
import chaperone.core.config.TextRange;
import chaperone.core.config.TextRanges;
import chaperone.core.config.XmlGrammar;
import chaperone.core.locator.Locator.ByPath;
import chaperone.core.locator.Locator.ByPattern;
import chaperone.core.pattern.QuickPattern;
import chaperone.core.spelling.Spelling;
import chaperone.core.spelling.Token;
import com.google.re2j.Matcher;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;

/**
 * Looks through a configuration for the parts that are meant. Lines first, as they stand; in grammars that let several
 * statements share a line, then every statement by itself, so that the answer does not hang on the layout.
 *
 * <p>Linear in the text for each pattern (RE2), but for lines over {@value #LONGEST_LINE} characters: where statements
 * share lines these are left to the statements; elsewhere a pattern is looked for up to {@value #MOST_IN_LONG_LINE}
 * times in them, and what follows is taken as meant.
 */
public final class PartFinder {
    private static final int LONGEST_LINE = 16 * 1024;
    private static final int MOST_IN_LONG_LINE = 200;

    private final ConfigDocument document;
    private final List<Sought> patterns;
    private final List<ByPath> paths;
    private final boolean sharesLines;
    private final List<TextRange> parts = new ArrayList<>();
    private final BitSet lines = new BitSet();
    private final Set<ConfigNode> statements = Collections.newSetFromMap(new IdentityHashMap<>());

    /** @param isWhole whether what it fits is meant as a whole */
    private record Sought(QuickPattern pattern, boolean isWhole) {
        static Sought of(ByPattern locator) {
            return new Sought(QuickPattern.of(locator.pattern()), locator.isWhole());
        }
    }

    private PartFinder(ConfigDocument document, List<Locator> locators) {
        this.document = document;
        patterns = only(ByPattern.class, locators).stream().map(Sought::of).toList();
        paths = only(ByPath.class, locators);
        sharesLines = document.grammar().filter(PartFinder::sharesLines).isPresent();
    }

    private static <T> List<T> only(Class<T> kind, List<Locator> locators) {
        return locators.stream().filter(kind::isInstance).map(kind::cast).toList();
    }

    private static boolean sharesLines(Grammar grammar) {
        return grammar instanceof BracedGrammar || grammar instanceof JsonGrammar || grammar instanceof XmlGrammar;
    }

    public static Located find(ConfigDocument document, List<Locator> locators) {
        if (locators.isEmpty()) return new Located(TextRanges.NONE, new BitSet(), Set.of());
        PartFinder finder = new PartFinder(document, locators);
        finder.lookThroughLines();
        finder.lookThroughStatements();
        return new Located(TextRanges.of(finder.parts), finder.lines, finder.statements);
    }

    private void lookThroughLines() {
        for (int i = 0; i < document.lineCount(); i++) {
            TextRange line = document.lineRange(i);
            int length = line.end() - line.start();
            if (sharesLines && length > LONGEST_LINE) continue;
            String text = document.text().substring(line.start(), line.end());
            for (Sought each : patterns) {
                if (each.isWhole()) {
                    if (each.pattern().isIn(text)) lines.set(i);
                } else {
                    groups(each, text, line.start(), length > LONGEST_LINE);
                }
            }
        }
    }

    private void groups(Sought wanted, String text, int offset, boolean isLong) {
        if (!wanted.pattern().mayBeIn(text)) return;
        Matcher matcher = wanted.pattern().pattern().matcher(text);
        for (int found = 0; matcher.find(); found++) {
            if (isLong && found >= MOST_IN_LONG_LINE) {
                parts.add(new TextRange(offset + matcher.start(), offset + text.length()));
                return;
            }
            for (int group = 1; group <= matcher.groupCount(); group++) {
                if (matcher.start(group) >= 0)
                    parts.add(new TextRange(offset + matcher.start(group), offset + matcher.end(group)));
            }
        }
    }

    private void lookThroughStatements() {
        if (document.grammar().isEmpty()) return;
        Grammar grammar = document.grammar().get();
        if (!sharesLines) {
            if (!lines.isEmpty())
                document.tree().walk().filter(this::isOnWholeLine).forEach(statements::add);
            return;
        }
        Spelling spelling = Spelling.of(grammar);
        List<ConfigNode> all =
                document.tree().walk().filter(node -> node.kind() != Kind.BLANK).toList();
        for (ConfigNode node : all) {
            if (!patterns.isEmpty() && !node.text().isEmpty()) lookAt(node, spelling, grammar);
        }
        if (!lines.isEmpty()) aloneOnTheirLines(all).filter(this::isOnWholeLine).forEach(statements::add);
        if (!paths.isEmpty()) parts.addAll(new ValuePaths(document, paths).find());
    }

    private boolean isOnWholeLine(ConfigNode node) {
        return node.line() < document.lineCount() && lines.get(node.line());
    }

    /** Statements that share the line on which they start with no other. */
    private Stream<ConfigNode> aloneOnTheirLines(List<ConfigNode> all) {
        int[] starting = new int[document.lineCount() + 1];
        for (ConfigNode node : all) starting[Math.min(node.line(), document.lineCount())]++;
        return all.stream().filter(node -> starting[Math.min(node.line(), document.lineCount())] == 1);
    }

    private void lookAt(ConfigNode node, Spelling spelling, Grammar grammar) {
        TextRange at = document.rangeOf(node);
        List<Token> tokens = node.kind() == Kind.COMMENT
                ? List.of(new Token(0, node.text().length(), "", node.text()))
                : spelling.tokens(node.text());
        String behind = node.kind() != Kind.STATEMENT || !(grammar instanceof BracedGrammar)
                ? ""
                : node.children().isEmpty() && !node.opening().endsWith("{") ? ";" : " {";
        NormalizedStatement asWritten = NormalizedStatement.asWritten(node.text(), tokens, behind);
        NormalizedStatement plain = NormalizedStatement.plain(node.text(), tokens, behind);
        look(node, at, asWritten);
        if (!plain.text().equals(asWritten.text())) look(node, at, plain);
    }

    private void look(ConfigNode node, TextRange at, NormalizedStatement statement) {
        for (Sought each : patterns) {
            if (each.isWhole()) {
                if (each.pattern().isIn(statement.text())) statements.add(node);
                continue;
            }
            if (!each.pattern().mayBeIn(statement.text())) continue;
            Matcher matcher = each.pattern().pattern().matcher(statement.text());
            for (int found = 0; found < MOST_IN_LONG_LINE && matcher.find(); found++) {
                for (int group = 1; group <= matcher.groupCount(); group++) {
                    if (matcher.start(group) < 0) continue;
                    statement
                            .source(matcher.start(group), matcher.end(group))
                            .ifPresent(range -> parts.add(range.movedBy(at.start())));
                }
            }
        }
    }
}
