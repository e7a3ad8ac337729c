package chaperone.core.config;

/**
 * How a family writes its configurations. Every grammar reads every text: {@link ConfigWriter} gives back what was read
 * to the character, what the grammar does not allow is kept verbatim and told as a problem. Reading takes time and
 * memory linear in the length; blocks nest up to {@value TreeBuilder#DEEPEST} levels, deeper ones are kept verbatim.
 */
public sealed interface Grammar permits BracedGrammar, FlatGrammar, IndentedGrammar, JsonGrammar, XmlGrammar {

    ConfigTree read(String text);
}
