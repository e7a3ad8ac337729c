package chaperone.core.config;

import java.util.List;

/**
 * How a family writes its configurations. Every grammar reads every text: {@link ConfigWriter} gives back what was read
 * to the character, what the grammar does not allow is kept verbatim and told as a problem. Reading takes time and
 * memory linear in the length; blocks nest up to {@value TreeBuilder#DEEPEST} levels, deeper ones are kept verbatim.
 */
public sealed interface Grammar permits BracedGrammar, FlatGrammar, IndentedGrammar, JsonGrammar, XmlGrammar {

    ConfigTree read(String text);

    /**
     * A text that says this, in the family's style. Reading it gives the same statements, as long as they could stand in a
     * text of this grammar: below an element of XML that holds nothing but a text, for one, nothing can be put apart.
     * Linear in what is written.
     */
    String write(List<ConfigStatement> statements);
}
