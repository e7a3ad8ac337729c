package chaperone.core.spelling;

/**
 * A piece of a statement that has a meaning of its own.
 *
 * @param start where it stands in the statement, in characters from 0; {@code end} is behind it
 * @param lead what stands before it when the statement is spelled plainly
 * @param plain the piece itself, spelled plainly: two pieces that mean the same are spelled the same
 */
public record Token(int start, int end, String lead, String plain) {

    public Token {
        if (start < 0 || end < start) throw new IllegalArgumentException("A piece from " + start + " to " + end);
    }
}
