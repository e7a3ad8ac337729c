package chaperone.core.structure;

import chaperone.core.noise.NoiseMarkedConfig;
import chaperone.core.structure.Difference.Kind;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Two configurations compared by what they mean: attribute by attribute, with the path to each.
 *
 * <p>Order counts only where the platform says so; a moved statement is one difference, a modified one is one; what only
 * says what holds without it, what is noise and numbers that only say where a rule stands are set aside. Each statement
 * of an added or removed block is a difference of its own. The cost is that of {@link StatementMatching}, block by block.
 *
 * @param differences in the order in which they would be read, with those that are set aside
 */
public record StructureDiff(List<Difference> differences) {

    /** How many of each kind; {@code aside} are those without a meaning. */
    public record Counts(int added, int modified, int removed, int moved, int aside) {
        public boolean areNone() {
            return added + modified + removed + moved == 0;
        }
    }

    public StructureDiff {
        differences = List.copyOf(differences);
    }

    public static StructureDiff between(NoiseMarkedConfig before, NoiseMarkedConfig after, Structure structure) {
        return between(read(before, structure), read(after, structure));
    }

    public static StructureDiff between(Statement before, Statement after) {
        return new StructureDiff(StructureWalk.between(before, after));
    }

    public static Statement read(NoiseMarkedConfig config, Structure structure) {
        return StatementReader.read(config, structure);
    }

    /** Only those that count. */
    public StructureDiff withMeaning() {
        return new StructureDiff(
                differences.stream().filter(each -> each.kind().counts()).toList());
    }

    public Counts counts() {
        int aside =
                (int) differences.stream().filter(each -> !each.kind().counts()).count();
        return new Counts(count(Kind.ADDED), count(Kind.MODIFIED), count(Kind.REMOVED), count(Kind.MOVED), aside);
    }

    /** The parts of the configuration in which it counts, each once, in the order in which they would be read. */
    public List<String> parts() {
        return withMeaning().differences().stream()
                .map(Difference::partLabel)
                .distinct()
                .toList();
    }

    /**
     * What was done, whatever the order: the same text for two configurations of which the same was altered, wherever in
     * them it stands.
     */
    public String deed() {
        return withMeaning().differences().stream()
                .map(StructureDiff::deed)
                .sorted()
                .collect(Collectors.joining("\n"));
    }

    private static String deed(Difference difference) {
        Stream<String> above = difference.path().stream().map(Difference.Part::label);
        Stream<String> sides = Stream.of(difference.before(), difference.after())
                .map(side -> side.map(Difference.Part::text).orElse(""));
        return Stream.concat(Stream.of(difference.kind().name()), Stream.concat(above, sides))
                .collect(Collectors.joining("\0"));
    }

    private int count(Kind kind) {
        return (int) differences.stream().filter(each -> each.kind() == kind).count();
    }
}
