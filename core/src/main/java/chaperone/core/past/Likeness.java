package chaperone.core.past;

import chaperone.core.config.ConfigNode;
import chaperone.core.config.ConfigTree;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Whether a text may be an earlier configuration of a device: a grammar that takes everything takes letters, too. What texts of
 * other families have in common with it is little; what it had years ago begins mostly with the words of today.
 *
 * @param words with which statements of a configuration of the device begin
 */
public record Likeness(Set<String> words) {
    /** One word in so many has to be known. */
    private static final int LEAST_SHARE = 3;

    public Likeness {
        words = Set.copyOf(words);
    }

    /** Linear in the statements, like the question. */
    public static Likeness to(ConfigTree known) {
        return new Likeness(beginnings(known));
    }

    /** Whatever it is compared with is like a device of which nothing is known. */
    public boolean isSharedBy(ConfigTree other) {
        Set<String> own = beginnings(other);
        long shared = own.stream().filter(words::contains).count();
        return words.isEmpty() || shared > 0 && shared * LEAST_SHARE >= own.size();
    }

    private static Set<String> beginnings(ConfigTree tree) {
        return tree.walk()
                .filter(node -> node.kind() == ConfigNode.Kind.STATEMENT)
                .map(node -> node.text().split("[\\s:]", 2)[0])
                .collect(Collectors.toSet());
    }
}
