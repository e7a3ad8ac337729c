package chaperone.server.compare;

import chaperone.core.compare.CompareRow;
import chaperone.core.compare.Span;
import chaperone.core.config.ConfigBytes;
import chaperone.core.config.TextRange;
import chaperone.core.mask.MaskedConfig;
import chaperone.core.mask.MaskedConfig.Piece;
import java.util.ArrayList;
import java.util.List;

/** The pieces of a compared line with its secrets masked. A secret is one piece, which differs if any of it does. */
final class MaskedSpans {
    private MaskedSpans() {}

    static List<Span> of(CompareRow.Side side, MaskedConfig masked) {
        List<Piece> pieces = masked.pieces(masked.document().lineRange(side.line()));
        if (pieces.stream().noneMatch(Piece::isMask)) {
            return side.spans().stream()
                    .map(span -> shown(span.text(), span.changed()))
                    .toList();
        }
        int start = masked.document().lineRange(side.line()).start();
        List<Span> spans = new ArrayList<>();
        for (Piece piece : pieces) {
            if (piece.isMask())
                spans.add(shown(
                        piece.shown(), isChanged(side.spans(), piece.source().movedBy(-start))));
            else spans.addAll(cut(side.spans(), piece.source().movedBy(-start)));
        }
        return spans;
    }

    private static boolean isChanged(List<Span> spans, TextRange range) {
        return cut(spans, range).stream().anyMatch(Span::changed);
    }

    /** What of the spans lies in a range of the line. */
    private static List<Span> cut(List<Span> spans, TextRange range) {
        List<Span> cut = new ArrayList<>();
        int at = 0;
        for (Span span : spans) {
            int from = Math.max(range.start(), at);
            int to = Math.min(range.end(), at + span.text().length());
            if (from < to) cut.add(shown(span.text().substring(from - at, to - at), span.changed()));
            at += span.text().length();
        }
        return cut;
    }

    private static Span shown(String text, boolean changed) {
        return new Span(ConfigBytes.printable(text), changed);
    }
}
