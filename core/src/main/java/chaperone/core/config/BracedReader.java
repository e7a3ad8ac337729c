package chaperone.core.config;

import chaperone.core.config.ConfigNode.Kind;
import chaperone.core.config.TreeBuilder.Place;

/** Reads braced text in one pass; an odd place costs its own statement or line, and reading goes on behind it. */
final class BracedReader {
    private final BracedGrammar grammar;
    private final Source source;
    private final TreeBuilder tree = new TreeBuilder();

    BracedReader(BracedGrammar grammar, String text) {
        this.grammar = grammar;
        this.source = new Source(text);
    }

    ConfigTree read() {
        source.skipBlanks();
        while (!source.isAtEnd()) {
            item();
            source.skipBlanks();
        }
        while (tree.depth() > 0) {
            tree.problem(tree.openedAt(), "the block \"" + firstWord(tree.openText()) + "\" is not closed");
            tree.close("");
        }
        if (source.hasUntaken()) tree.leaf(Kind.BLANK, "", source.place(source.at), source.take());
        return tree.done();
    }

    private void item() {
        int start = source.at;
        if (source.startsWith(grammar.commentFrom())) comment(start);
        else if (source.here() == '}') end(start);
        else statement(start);
    }

    private void comment(int start) {
        Place at = source.place(start);
        source.at += grammar.commentFrom().length();
        boolean closed = source.skipPast(grammar.commentTo());
        if (!closed) tree.problem(at, "the comment is not closed");
        tree.leaf(closed ? Kind.COMMENT : Kind.VERBATIM, slice(start, source.at), at, source.take());
    }

    private void end(int start) {
        source.at++;
        if (tree.depth() > 0) tree.close(source.take());
        else odd(start, "} closes no block");
    }

    private void statement(int start) {
        int listFrom = -1;
        while (!source.isAtEnd()) {
            char c = source.here();
            if (c == '"') {
                if (!quoted(start)) return;
                continue;
            }
            if (c == '[' && listFrom < 0) listFrom = source.at;
            else if (c == ']') listFrom = -1;
            else if (c == ';' || c == '{' || c == '}') break;
            source.at++;
        }
        if (listFrom >= 0) unfinished(start, "the list in [ ] is not closed");
        else if (source.here() == ';') leaf(start);
        else if (source.here() == '{') block(start);
        else unfinished(start, "the statement does not end with ;");
    }

    /** False if the text has no end on its line: the statement is odd up to there. */
    private boolean quoted(int start) {
        source.at++;
        while (!source.isAtEnd() && source.here() != '"' && source.here() != '\n') {
            boolean isPair = grammar.escapes() && source.here() == '\\' && !source.startsWith("\\\n");
            source.at = Math.min(source.text.length(), source.at + (isPair ? 2 : 1));
        }
        if (source.here() == '"') {
            source.at++;
            return true;
        }
        odd(start, "the quotation mark is not closed");
        return false;
    }

    private void leaf(int start) {
        String text = slice(start, source.at);
        source.at++;
        if (text.isEmpty()) odd(start, "; ends no statement");
        else tree.leaf(Kind.STATEMENT, text, source.place(start), source.take());
    }

    private void block(int start) {
        String text = slice(start, source.at);
        if (tree.isFull()) {
            skipBlock();
            odd(start, "nested deeper than " + TreeBuilder.DEEPEST + " levels");
            return;
        }
        source.at++;
        Place at = source.place(start);
        if (text.isEmpty()) tree.problem(at, "{ has no name before it");
        tree.open(text, at, source.take());
    }

    /** Goes behind the brace that closes the one here, whatever stands between. */
    private void skipBlock() {
        int depth = 0;
        do {
            if (source.here() == '{') depth++;
            if (source.here() == '}') depth--;
            source.at++;
        } while (depth > 0 && !source.isAtEnd());
    }

    /** A statement that meets the end of its block or of the text: what follows it is read as usual. */
    private void unfinished(int start, String message) {
        if (source.at == start || source.here() == ';' || source.here() == '{') source.at++;
        odd(start, message);
    }

    private void odd(int start, String message) {
        Place at = source.place(start);
        tree.problem(at, message);
        tree.leaf(Kind.VERBATIM, slice(start, source.at), at, source.take());
    }

    /** A message names no more than the setting: what follows it may be a secret. */
    private static String firstWord(String text) {
        return text.split("[\\s\"]", 2)[0];
    }

    private String slice(int from, int to) {
        return source.text.substring(from, Math.max(from, to)).strip();
    }
}
