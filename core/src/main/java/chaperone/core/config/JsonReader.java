package chaperone.core.config;

import chaperone.core.config.ConfigNode.Kind;
import chaperone.core.config.TreeBuilder.Place;
import java.util.ArrayDeque;
import java.util.Deque;

/** Reads JSON without losing a blank. Behind the first mistake nothing can be told apart: the rest is kept verbatim. */
final class JsonReader {
    private final Source source;
    private final TreeBuilder tree = new TreeBuilder();
    /** The closing sign of each open object or array, the innermost first. */
    private final Deque<Character> closing = new ArrayDeque<>();

    /** What is wrong, and where; only ever thrown from here to {@link #read}. */
    private static final class Odd extends Exception {
        private static final long serialVersionUID = 1L;
        private final int index;

        Odd(int index, String message) {
            super(message, null, false, false);
            this.index = index;
        }
    }

    JsonReader(String text) {
        source = new Source(text);
    }

    ConfigTree read() {
        try {
            document();
        } catch (Odd odd) {
            Place at = source.place(Math.min(odd.index, source.untakenFrom()));
            tree.problem(source.place(odd.index), String.valueOf(odd.getMessage()));
            source.at = source.text.length();
            String raw = source.take();
            tree.leaf(Kind.VERBATIM, raw.strip(), at, raw);
        }
        if (source.hasUntaken()) tree.leaf(Kind.BLANK, "", source.place(source.at), source.take());
        return tree.done();
    }

    private void document() throws Odd {
        source.skipBlanks();
        value(source.at, "");
        while (!closing.isEmpty()) {
            member();
            separator();
        }
        source.skipBlanks();
        if (!source.isAtEnd()) throw new Odd(source.at, "the document has ended before this");
    }

    /** A member of the open object, or an item of the open array; nothing if it is empty. */
    private void member() throws Odd {
        source.skipBlanks();
        if (source.here() == closing.getFirst()) return;
        int start = source.at;
        if (closing.getFirst() == ']') {
            value(start, "");
            return;
        }
        if (source.here() != '"') throw new Odd(source.at, "expected a name in quotation marks or }");
        string();
        String name = source.text.substring(start, source.at);
        source.skipBlanks();
        expect(':');
        source.skipBlanks();
        value(start, name);
    }

    /** What stands behind a member: a comma and the next one, or the end of one or more containers. */
    private void separator() throws Odd {
        while (!closing.isEmpty()) {
            source.skipBlanks();
            if (source.here() == ',' && !isJustOpened()) {
                source.at++;
                source.skipBlanks();
                if (source.here() == closing.getFirst()) throw new Odd(source.at, "nothing follows the comma");
                return;
            }
            if (source.here() != closing.getFirst()) {
                if (isJustOpened()) return;
                throw new Odd(source.at, "expected , or " + closing.getFirst());
            }
            source.at++;
            closing.pop();
            tree.close(source.take());
            justOpened = false;
        }
    }

    private boolean justOpened;

    private boolean isJustOpened() {
        return justOpened;
    }

    private void value(int start, String name) throws Odd {
        justOpened = false;
        char c = source.here();
        if (c == '{' || c == '[') {
            container(start, name, c == '{' ? '}' : ']');
            return;
        }
        int valueStart = source.at;
        if (c == '"') string();
        else literal(valueStart);
        tree.leaf(Kind.STATEMENT, source.text.substring(start, source.at), source.place(start), source.take());
    }

    private void container(int start, String name, char end) throws Odd {
        if (tree.isFull()) throw new Odd(start, "nested deeper than " + TreeBuilder.DEEPEST + " levels");
        source.at++;
        tree.open(name, source.place(start), source.take());
        closing.push(end);
        justOpened = true;
    }

    private void string() throws Odd {
        int start = source.at++;
        while (!source.isAtEnd()) {
            char c = source.here();
            if (c == '"') {
                source.at++;
                return;
            }
            if (c < ' ') throw new Odd(source.at, "a text must not hold line ends or control characters");
            if (c == '\\') escape();
            else source.at++;
        }
        throw new Odd(start, "the quotation mark is not closed");
    }

    private void escape() throws Odd {
        int start = source.at;
        source.at++;
        char c = source.here();
        source.at++;
        if (c != 'u') {
            if ("\"\\/bfnrt".indexOf(c) < 0) throw new Odd(start, "\\ must be followed by one of \" \\ / b f n r t u");
            return;
        }
        for (int i = 0; i < 4; i++, source.at++) {
            if (Character.digit(source.here(), 16) < 0) throw new Odd(start, "\\u must be followed by four hex digits");
        }
    }

    private void literal(int start) throws Odd {
        for (String word : new String[] {"true", "false", "null"}) {
            if (source.startsWith(word)) {
                source.at += word.length();
                return;
            }
        }
        if (source.here() == '-') source.at++;
        int first = source.at;
        if (digits() == 0) throw new Odd(start, "expected a value");
        if (source.text.charAt(first) == '0' && source.at > first + 1) throw new Odd(start, "a number has a leading 0");
        if (source.here() == '.') {
            source.at++;
            if (digits() == 0) throw new Odd(source.at, "expected a digit");
        }
        if (source.here() == 'e' || source.here() == 'E') {
            source.at++;
            if (source.here() == '+' || source.here() == '-') source.at++;
            if (digits() == 0) throw new Odd(source.at, "expected a digit");
        }
    }

    private int digits() {
        int start = source.at;
        while (source.here() >= '0' && source.here() <= '9') source.at++;
        return source.at - start;
    }

    private void expect(char sign) throws Odd {
        if (source.here() != sign) throw new Odd(source.at, "expected " + sign);
        source.at++;
    }
}
