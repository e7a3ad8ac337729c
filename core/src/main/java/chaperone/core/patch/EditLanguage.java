package chaperone.core.patch;

import chaperone.core.config.ConfigStatement;
import chaperone.core.pattern.QuickPattern;
import chaperone.core.structure.Statement;
import chaperone.core.structure.Structure;
import com.google.re2j.Matcher;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * In which words a family is told to alter its configuration. In a form, {@code {statement}} is a statement as it is
 * written, {@code {name}} the words of it that tell which one is meant, {@code {path}} the statements that lead to it, from
 * the top, and {@code {before}} the last word of another one's name.
 *
 * @param put the form that adds a statement, or replaces the one of its name beside it
 * @param remove the form that takes a statement away, with all that stands below it
 * @param place the form that puts a statement before another one where order counts; none if that cannot be said
 * @param leaveBlock leaves a block that was entered by its own statement; none if no block is ever entered
 * @param blocks statements that lead into a block even if nothing stands in it; where no block is entered, whole ones,
 *     so that a path can be told from what stands at its end
 * @param names what tells a statement from those beside it; where none fits, all of its words do
 * @param whole blocks whose statements cannot be told apart: they are taken away and entered anew
 * @param values statements that are a list: the first group is its name, the second holds its values, each put by itself
 * @param undoing statements that only take another one away
 * @param references what must be there before it is used, and go after it
 */
public record EditLanguage(
        String put,
        String remove,
        Optional<String> place,
        Optional<String> leaveBlock,
        List<QuickPattern> blocks,
        List<Structure.Named> names,
        List<QuickPattern> whole,
        Optional<QuickPattern> values,
        List<Undoing> undoing,
        List<Reference> references)
        implements EditWay {

    /**
     * A statement that uses another one, which stands at the top.
     *
     * @param use its first group holds what it uses, one or several with commas or blanks between
     * @param defines the name of what is used, with {@code {}} for one of those
     */
    public record Reference(QuickPattern use, String defines) {}

    /**
     * A statement that only says what holds without another one, which it takes away.
     *
     * @param in a statement above; left out if that does not matter
     */
    public record Undoing(Optional<QuickPattern> in, QuickPattern line, QuickPattern undoes) {}

    public EditLanguage {
        blocks = List.copyOf(blocks);
        names = List.copyOf(names);
        whole = List.copyOf(whole);
        undoing = List.copyOf(undoing);
        references = List.copyOf(references);
    }

    @Override
    public Patch between(List<ConfigStatement> before, List<ConfigStatement> after, Structure structure) {
        return PatchPlanner.between(before, after, this, structure);
    }

    @Override
    public TypedLines.Outcome typed(List<ConfigStatement> before, List<String> lines) {
        return TypedLines.apply(before, lines, this);
    }

    @Override
    public References references(Statement root, int line) {
        return References.of(root, line, this);
    }

    @Override
    public List<Structure.Named> replacing() {
        return Stream.concat(names.stream(), values.stream().map(list -> new Structure.Named(Optional.empty(), list)))
                .toList();
    }

    /** The names of the statements at the top that a statement uses. */
    List<String> usedBy(String text) {
        List<String> used = new ArrayList<>();
        for (Reference reference : references) {
            if (!reference.use().mayBeIn(text)) continue;
            Matcher matcher = reference.use().pattern().matcher(text);
            while (matcher.find()) {
                for (String one : matcher.group(1).strip().split("[ ,]+"))
                    used.add(reference.defines().replace("{}", one));
            }
        }
        return used;
    }

    /** Which statements beside it a line takes away instead of standing there itself. */
    Optional<QuickPattern> undoneBy(String above, String line) {
        return undoing.stream()
                .filter(each -> each.line().isIn(line))
                .filter(each -> each.in().isEmpty() || each.in().get().isIn(above))
                .map(Undoing::undoes)
                .findFirst();
    }

    /** What tells a statement from those beside it. */
    public String nameOf(String above, String text) {
        Optional<String> list = values.flatMap(pattern -> group(pattern, text, 1));
        if (list.isPresent()) return list.get();
        for (Structure.Named rule : names) {
            Optional<String> name = rule.nameIn(above, text);
            if (name.isPresent()) return name.get();
        }
        return text;
    }

    boolean isWhole(String text) {
        return fits(whole, text);
    }

    /** Whether a device that is told this statement at the top stands in a block then. */
    boolean isEntered(String text) {
        return leaveBlock.isPresent() && fits(blocks, text);
    }

    private static boolean fits(List<QuickPattern> patterns, String text) {
        return patterns.stream().anyMatch(pattern -> pattern.isIn(text));
    }

    /** The values of a statement that is a list, each as it is put by itself; the statement itself if it is none. */
    public List<String> valuesOf(String text) {
        Optional<String> held = values.flatMap(pattern -> group(pattern, text, 2));
        if (held.isEmpty()) return List.of(text);
        String name = values.flatMap(pattern -> group(pattern, text, 1)).orElseThrow();
        return List.of(held.get().strip().split("\\s+")).stream()
                .filter(value -> !value.isEmpty())
                .map(value -> name + " " + value)
                .toList();
    }

    /** The longest run of words, from the first on, that leads into a block. */
    Optional<String> blockAt(String words) {
        Optional<String> longest = Optional.empty();
        for (int end = words.indexOf(' '); end >= 0; end = words.indexOf(' ', end + 1)) {
            String run = words.substring(0, end);
            if (fits(blocks, run)) longest = Optional.of(run);
        }
        return longest.isEmpty() && fits(blocks, words) ? Optional.of(words) : longest;
    }

    /** One value of a list as the list that holds nothing else; nothing if the statement is none. */
    Optional<String> asList(String text) {
        int blank = text.indexOf(' ');
        return blank < 0
                ? Optional.empty()
                : Optional.of(list(text, List.of(text))).filter(this::isList);
    }

    /** The list that holds these values, in the words of one of its statements. */
    String list(String statement, List<String> values) {
        String name = statement.substring(0, statement.indexOf(' '));
        return values.stream()
                .map(value -> value.substring(name.length() + 1))
                .collect(Collectors.joining(" ", name + " [ ", " ]"));
    }

    boolean isList(String text) {
        return values.filter(pattern -> pattern.isIn(text)).isPresent();
    }

    private static Optional<String> group(QuickPattern pattern, String text, int group) {
        return pattern.find(text).map(matcher -> matcher.group(group));
    }
}
