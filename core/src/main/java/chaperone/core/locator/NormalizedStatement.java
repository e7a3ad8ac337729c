package chaperone.core.locator;

import chaperone.core.config.TextRange;
import chaperone.core.spelling.Token;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * A statement in another layout, with the way back: which part of it stands where in the statement as it was written.
 *
 * @param pieces in the order of {@code text}
 */
record NormalizedStatement(String text, List<Piece> pieces) {

    /**
     * @param start in the new text, up to {@code end}
     * @param source where the piece starts in the statement, up to {@code sourceEnd}; of the same length if it was not
     *     altered
     */
    record Piece(int start, int end, int source, int sourceEnd) {
        boolean isLiteral() {
            return end - start == sourceEnd - source;
        }
    }

    /** As it stands, with one blank where there was white space. */
    static NormalizedStatement asWritten(String statement, List<Token> inAnyOrder, String behind) {
        List<Token> tokens = inAnyOrder.stream()
                .sorted(Comparator.comparingInt(Token::start))
                .toList();
        StringBuilder text = new StringBuilder();
        List<Piece> pieces = new ArrayList<>();
        int at = 0;
        while (at < statement.length()) {
            int from = at;
            boolean isBlank = Character.isWhitespace(statement.charAt(at)) && !isWithin(tokens, at);
            while (at < statement.length()
                    && (Character.isWhitespace(statement.charAt(at)) && !isWithin(tokens, at)) == isBlank) {
                at++;
            }
            int start = text.length();
            text.append(isBlank ? " " : statement.substring(from, at));
            pieces.add(new Piece(start, text.length(), from, at));
        }
        return new NormalizedStatement(text.append(behind).toString(), pieces);
    }

    private static boolean isWithin(List<Token> tokens, int index) {
        int low = 0;
        int high = tokens.size() - 1;
        while (low <= high) {
            int middle = (low + high) >>> 1;
            Token token = tokens.get(middle);
            if (index < token.start()) high = middle - 1;
            else if (index >= token.end()) low = middle + 1;
            else return true;
        }
        return false;
    }

    static NormalizedStatement plain(String statement, List<Token> tokens, String behind) {
        StringBuilder text = new StringBuilder();
        List<Piece> pieces = new ArrayList<>();
        for (Token token : tokens) {
            text.append(token.lead());
            int start = text.length();
            text.append(token.plain());
            boolean lostQuotes = token.plain().length() == token.end() - token.start() - 2
                    && statement.startsWith("\"" + token.plain(), token.start());
            int inset = lostQuotes ? 1 : 0;
            pieces.add(new Piece(start, text.length(), token.start() + inset, token.end() - inset));
        }
        return new NormalizedStatement(text.append(behind).toString(), pieces);
    }

    /** Where it stands in the statement what stands between {@code from} and {@code to} here; a piece that was altered counts as a whole. */
    Optional<TextRange> source(int from, int to) {
        int start = Integer.MAX_VALUE;
        int end = -1;
        for (Piece piece : pieces) {
            if (piece.end() <= from || piece.start() >= to) continue;
            boolean isLiteral = piece.isLiteral();
            start = Math.min(start, isLiteral ? piece.source() + Math.max(0, from - piece.start()) : piece.source());
            end = Math.max(end, isLiteral ? piece.sourceEnd() - Math.max(0, piece.end() - to) : piece.sourceEnd());
        }
        return end <= start ? Optional.empty() : Optional.of(new TextRange(start, end));
    }
}
