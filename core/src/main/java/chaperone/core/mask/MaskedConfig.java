package chaperone.core.mask;

import chaperone.core.config.ConfigDocument;
import chaperone.core.config.ConfigNode;
import chaperone.core.config.TextRange;
import chaperone.core.config.TextRanges;
import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;

/**
 * A configuration as those see it who may not see its secrets: each stands as dots and a tag. The one place in which
 * secrets are masked; everything before it works on what the device said.
 */
public final class MaskedConfig {
    private static final String DOTS = "\u2022\u2022\u2022\u2022";

    private final ConfigDocument document;
    private final TextRanges secrets;
    private final UnaryOperator<String> tag;

    /** A part of the text as it is shown, and where it stands; {@code isMask} if it is shown as dots. */
    public record Piece(String shown, TextRange source, boolean isMask) {}

    /** @param tag a keyed digest of a secret: the same for the same one, useless for finding it */
    public MaskedConfig(ConfigDocument document, TextRanges secrets, UnaryOperator<String> tag) {
        this.document = document;
        this.secrets = secrets;
        this.tag = tag;
    }

    /** Whether a text that somebody sends was shown to them with a secret masked. */
    public static boolean hasMask(String text) {
        return text.contains(DOTS);
    }

    public ConfigDocument document() {
        return document;
    }

    public String line(int index) {
        return shown(document.lineRange(index));
    }

    public List<String> lines() {
        return IntStream.range(0, document.lineCount()).mapToObj(this::line).toList();
    }

    public String text() {
        return shown(new TextRange(0, document.text().length()));
    }

    /** The text of a statement. */
    public String statement(ConfigNode node) {
        return shown(document.rangeOf(node));
    }

    public String shown(TextRange range) {
        StringBuilder shown = new StringBuilder(range.end() - range.start());
        for (Piece piece : pieces(range)) shown.append(piece.shown());
        return shown.toString();
    }

    /** A range in its pieces, in order; of a secret that it cuts the part within it is masked, by the tag of the whole. */
    public List<Piece> pieces(TextRange range) {
        List<Piece> pieces = new ArrayList<>();
        int at = range.start();
        for (TextRange secret : secrets.within(range.start(), range.end())) {
            if (at < secret.start()) pieces.add(plain(at, secret.start()));
            pieces.add(new Piece(masked(secret), secret, true));
            at = secret.end();
        }
        if (at < range.end()) pieces.add(plain(at, range.end()));
        return pieces;
    }

    private Piece plain(int from, int to) {
        return new Piece(document.text().substring(from, to), new TextRange(from, to), false);
    }

    private String masked(TextRange part) {
        TextRange whole = secrets.touching(part);
        String secret = document.text().substring(whole.start(), whole.end());
        // A secret over several lines keeps its line ends, so that lines keep their numbers.
        String ends = "\n".repeat((int) document.text()
                .substring(part.start(), part.end())
                .chars()
                .filter(c -> c == '\n')
                .count());
        return DOTS + tag.apply(secret) + ends;
    }
}
