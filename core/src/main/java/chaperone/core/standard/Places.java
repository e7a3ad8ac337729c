package chaperone.core.standard;

import chaperone.core.pattern.QuickPattern;
import chaperone.core.structure.Statement;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * All statements of a configuration, told apart by their first words once for all clauses: a pattern that begins with letters
 * meets only the statements whose first word may be its own. A pattern of which nobody knows how its lines begin is held
 * against all of them, if the letters that it needs stand anywhere. Building is linear in the text.
 */
final class Places {
    private final Statement root;
    private final List<Place> all = new ArrayList<>();
    private final Map<String, List<Place>> byFirstWord = new HashMap<>();
    /** Of several lines: an anchor fits at each of them. */
    private final List<Place> ofSeveralLines = new ArrayList<>();
    /** All texts, one behind the other; made when a pattern needs it. */
    private @Nullable String letters;

    private final Map<QuickPattern, List<Place>> found = new HashMap<>();

    /**
     * A statement where it stands.
     *
     * @param holder the one that it stands in; none at the top
     * @param above the statement that it stands in, the root at the top
     * @param order of the text, from 0
     */
    record Place(Statement statement, @Nullable Place holder, Statement above, int order) {
        String text() {
            return statement.text();
        }

        /** What stands above it, for people. */
        List<String> path() {
            LinkedList<String> path = new LinkedList<>();
            for (Place each = holder; each != null; each = each.holder) path.addFirst(each.text());
            return List.copyOf(path);
        }

        /** The same with itself behind it. */
        List<String> pathWithin() {
            return Paths.with(path(), statement);
        }
    }

    Places(Statement root) {
        this.root = root;
        add(root, null);
        for (Place each : all) {
            boolean isOne = each.text().indexOf('\n') < 0;
            List<Place> like = isOne
                    ? byFirstWord.computeIfAbsent(firstWord(each.text()), word -> new ArrayList<>())
                    : ofSeveralLines;
            like.add(each);
        }
    }

    private static String firstWord(String text) {
        int end = text.indexOf(' ');
        return end < 0 ? text : text.substring(0, end);
    }

    private void add(Statement above, @Nullable Place holder) {
        for (Statement each : above.children()) {
            Place place = new Place(each, holder, above, all.size());
            all.add(place);
            if (!each.children().isEmpty()) add(each, place);
        }
    }

    Statement root() {
        return root;
    }

    /** Those that hold a line that a pattern fits, in the order of the text; one with none below it is its own line. */
    List<Place> holding(QuickPattern line) {
        List<Place> holders = new ArrayList<>();
        for (Place each : fitting(line)) {
            if (each.holder() != null) holders.add(each.holder());
            if (each.statement().children().isEmpty()) holders.add(each);
        }
        return inOrder(holders);
    }

    private static List<Place> inOrder(List<Place> places) {
        if (places.size() < 2) return places;
        places.sort(Comparator.comparingInt(Place::order));
        List<Place> once = new ArrayList<>(places.size());
        for (Place each : places) if (once.isEmpty() || once.get(once.size() - 1) != each) once.add(each);
        return once;
    }

    /** Those that a pattern fits, in the order of the text. Clauses that speak of the same section look for it once. */
    List<Place> fitting(QuickPattern pattern) {
        return found.computeIfAbsent(pattern, this::sought);
    }

    private List<Place> sought(QuickPattern pattern) {
        List<String> beginnings = pattern.beginnings();
        if (beginnings.isEmpty()) {
            if (!letters().contains(pattern.letters())) return List.of();
            return all.stream().filter(each -> pattern.isIn(each.text())).toList();
        }
        List<Place> found = new ArrayList<>();
        for (String each : beginnings) addBeginning(each, pattern, found);
        for (Place each : ofSeveralLines) if (pattern.isIn(each.text())) found.add(each);
        // One beginning may begin with another one.
        return inOrder(found);
    }

    private void addBeginning(String beginning, QuickPattern pattern, List<Place> found) {
        if (beginning.indexOf(' ') >= 0) {
            addFitting(byFirstWord.getOrDefault(firstWord(beginning), List.of()), pattern, found);
            return;
        }
        byFirstWord.forEach((word, like) -> {
            if (word.startsWith(beginning)) addFitting(like, pattern, found);
        });
    }

    private static void addFitting(List<Place> like, QuickPattern pattern, List<Place> found) {
        for (Place each : like) if (pattern.isIn(each.text())) found.add(each);
    }

    private String letters() {
        if (letters == null) letters = all.stream().map(Place::text).collect(Collectors.joining("\0"));
        return letters;
    }
}
