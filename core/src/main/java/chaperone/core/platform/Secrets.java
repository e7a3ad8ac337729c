package chaperone.core.platform;

import chaperone.core.config.ConfigDocument;
import chaperone.core.config.TextRange;
import chaperone.core.config.TextRanges;
import chaperone.core.config.XmlGrammar;
import chaperone.core.locator.Locator;
import chaperone.core.locator.PartFinder;
import chaperone.core.mask.MaskedConfig;
import chaperone.core.spelling.Quoted;
import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;

/** Where a configuration holds secrets. */
public record Secrets(List<Locator> locators) {

    public Secrets {
        locators = List.copyOf(locators);
    }

    /** @param tag a keyed digest, see {@link MaskedConfig} */
    public MaskedConfig masked(ConfigDocument document, UnaryOperator<String> tag) {
        return new MaskedConfig(document, in(document), tag);
    }

    /**
     * All of them; of a text in quotation marks all that stands between them, also behind an escaped one. The cost is
     * that of {@link PartFinder}.
     */
    public TextRanges in(ConfigDocument document) {
        TextRanges found = TextRanges.of(PartFinder.find(document, locators).parts().all().stream()
                .filter(range -> !range.isEmpty())
                .toList());
        // In XML quotation marks enclose nothing but attributes, of which the path already means all.
        if (document.grammar().filter(XmlGrammar.class::isInstance).isPresent()) return found;
        List<TextRange> whole = new ArrayList<>(found.all());
        int lookedThrough = -1;
        for (TextRange each : found.all()) {
            int line = document.lineAt(each.start());
            if (line == lookedThrough) continue;
            lookedThrough = line;
            addQuoted(document, document.lineRange(line), found, whole);
        }
        return TextRanges.of(whole);
    }

    /** Adds what stands between quotation marks of this line if a secret begins there. */
    private static void addQuoted(ConfigDocument document, TextRange line, TextRanges found, List<TextRange> whole) {
        String text = document.text().substring(line.start(), line.end());
        int open = text.indexOf('"');
        while (open >= 0) {
            int end = Quoted.end(text, open);
            boolean isClosed = end - 1 > open && text.charAt(end - 1) == '"';
            TextRange inside =
                    new TextRange(open + 1, Math.max(open + 1, isClosed ? end - 1 : end)).movedBy(line.start());
            boolean isSecret = found.within(inside.start(), inside.end()).stream()
                    .anyMatch(part -> found.touching(part).start() >= inside.start());
            if (isSecret) whole.add(inside);
            open = text.indexOf('"', end);
        }
    }
}
