package chaperone.core.config;

/**
 * A configuration of statements that end with {@code ;} and blocks in {@code { }}; texts stand in double quotes, lists
 * in {@code [ ]}.
 *
 * @param commentFrom what begins a comment
 * @param commentTo what ends it
 * @param escapes whether a backslash in a text takes the sign behind it along
 */
public record BracedGrammar(String commentFrom, String commentTo, boolean escapes) implements Grammar {

    public BracedGrammar {
        if (commentFrom.isEmpty() || commentTo.isEmpty()) {
            throw new IllegalArgumentException("The signs around a comment must not be empty");
        }
    }

    @Override
    public ConfigTree read(String text) {
        return new BracedReader(this, text).read();
    }
}
