package chaperone.core.spelling;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;

/**
 * Names and values of JSON (RFC 8259): texts are the same whatever of them is escaped, numbers are the same if they are
 * equal (1, 1.0 and 1e0), as most readers of JSON have it.
 */
record JsonSpelling() implements Spelling {
    /** A longer number is compared as it is written: reading it would take time by the square. */
    private static final int LONGEST_NUMBER = 500;

    @Override
    public List<Token> tokens(String statement) {
        List<Token> tokens = new ArrayList<>();
        int at = 0;
        while (at < statement.length()) {
            char c = statement.charAt(at);
            if (c == ' ' || c == '\t' || c == '\r' || c == '\n' || c == ':') {
                at++;
                continue;
            }
            int end = c == '"' ? Quoted.end(statement, at) : literalEnd(statement, at);
            String raw = statement.substring(at, end);
            tokens.add(new Token(at, end, tokens.isEmpty() ? "" : ": ", c == '"' ? JsonText.plain(raw) : number(raw)));
            at = end;
        }
        return tokens;
    }

    private static int literalEnd(String statement, int from) {
        int at = from;
        while (at < statement.length() && " \t\r\n:\"".indexOf(statement.charAt(at)) < 0) at++;
        return at;
    }

    private static String number(String raw) {
        boolean isNumber = raw.charAt(0) == '-' || Character.isDigit(raw.charAt(0));
        if (!isNumber || raw.length() > LONGEST_NUMBER) return raw;
        try {
            BigDecimal value = new BigDecimal(raw).stripTrailingZeros();
            if (value.signum() == 0) return "0";
            boolean isShort = value.scale() <= 0 && value.scale() > -20 || value.scale() > 0 && value.scale() < 20;
            return isShort ? value.toPlainString() : value.unscaledValue() + "e" + -(long) value.scale();
        } catch (NumberFormatException e) {
            return raw;
        }
    }
}
