package chaperone.core.archive;

import java.util.ArrayList;
import java.util.List;

/**
 * A content as pieces of others, so that many deltas can be applied one after the other without copying the content each
 * time: a delta costs its edits and the pieces there are, not the length of the text.
 */
record Pieces(List<Piece> pieces) {

    /** Bytes of an array, half-open, from 0. */
    record Piece(byte[] bytes, int start, int end) {
        int length() {
            return end - start;
        }
    }

    static Pieces of(byte[] content) {
        return new Pieces(List.of(new Piece(content, 0, content.length)));
    }

    /** What a delta that was written for this content leads to. */
    Pieces with(byte[] delta) {
        Varint numbers = new Varint(delta, 0);
        Cut rest = new Cut(pieces);
        List<Piece> result = new ArrayList<>();
        int edits = numbers.next();
        for (int i = 0; i < edits; i++) {
            rest.take(numbers.next(), result);
            rest.take(numbers.next(), new ArrayList<>());
            int length = numbers.next();
            int start = numbers.skip(length);
            if (length > 0) result.add(new Piece(delta, start, start + length));
        }
        if (!numbers.isAtEnd()) throw new DamagedPackException("holds more than its edits");
        rest.takeAll(result);
        return new Pieces(result);
    }

    byte[] joined() {
        byte[] joined = new byte[pieces.stream().mapToInt(Piece::length).sum()];
        int at = 0;
        for (Piece piece : pieces) {
            System.arraycopy(piece.bytes(), piece.start(), joined, at, piece.length());
            at += piece.length();
        }
        return joined;
    }

    /** Goes through pieces from their start to their end. */
    private static final class Cut {
        private final List<Piece> pieces;
        private int piece;
        private int within;

        Cut(List<Piece> pieces) {
            this.pieces = pieces;
        }

        void take(int length, List<Piece> into) {
            int left = length;
            while (left > 0) {
                if (piece >= pieces.size()) throw new DamagedPackException("asks for more than there is");
                Piece here = pieces.get(piece);
                int taken = Math.min(left, here.length() - within);
                if (taken > 0) into.add(new Piece(here.bytes(), here.start() + within, here.start() + within + taken));
                left -= taken;
                within += taken;
                if (within == here.length()) {
                    piece++;
                    within = 0;
                }
            }
        }

        void takeAll(List<Piece> into) {
            for (; piece < pieces.size(); piece++, within = 0) {
                Piece here = pieces.get(piece);
                if (within < here.length()) into.add(new Piece(here.bytes(), here.start() + within, here.end()));
            }
        }
    }
}
