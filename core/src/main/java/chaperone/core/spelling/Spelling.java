package chaperone.core.spelling;

import chaperone.core.config.BracedGrammar;
import chaperone.core.config.Grammar;
import chaperone.core.config.JsonGrammar;
import chaperone.core.config.XmlGrammar;
import java.util.List;

/**
 * Takes statements of a grammar apart, so that blanks outside quotes, quotation marks, escapes and forms of numbers do
 * not count. Linear in the statement.
 */
public interface Spelling {

    /** The pieces of a statement; put together with what leads them they are its plain spelling. */
    List<Token> tokens(String statement);

    static Spelling of(Grammar grammar) {
        if (grammar instanceof JsonGrammar) return new JsonSpelling();
        if (grammar instanceof XmlGrammar) return new XmlSpelling();
        return new WordSpelling(grammar instanceof BracedGrammar);
    }

    static String plain(List<Token> tokens) {
        StringBuilder text = new StringBuilder();
        for (Token token : tokens) text.append(token.lead()).append(token.plain());
        return text.toString();
    }
}
