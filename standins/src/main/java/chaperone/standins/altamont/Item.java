package chaperone.standins.altamont;

import chaperone.standins.altamont.Shape.Kind;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Something that is set, with what stands below it. Owned by its configuration. */
final class Item {
    private static final Pattern DIGITS = Pattern.compile("\\d{1,9}");

    final Shape shape;
    /** The key of a named item; the value of a leaf; one of the values of a list of leaves. */
    String word;

    final List<Item> below = new ArrayList<>();

    Item(Shape shape, String word) {
        this.shape = shape;
        this.word = word;
    }

    Item copy() {
        Item copy = new Item(shape, word);
        below.forEach(item -> copy.below.add(item.copy()));
        return copy;
    }

    /** The item of this shape; of several with a key, or of a list of values, the one with this word. */
    Optional<Item> find(Shape wanted, String key) {
        boolean byWord = wanted.hasKey() || wanted.kind() == Kind.LEAVES;
        return below.stream()
                .filter(item -> item.shape == wanted && (!byWord || item.word.equals(key)))
                .findFirst();
    }

    Item findOrAdd(Shape wanted, String key) {
        Optional<Item> found = find(wanted, key);
        if (found.isPresent()) return found.get();
        Item added = new Item(wanted, key);
        below.add(added);
        // A stable sort: what people order stays in their order.
        below.sort(Comparator.comparing((Item item) -> shape.below().indexOf(item.shape))
                .thenComparing(Item::sortKey));
        return added;
    }

    private String sortKey() {
        boolean isSorted = shape.kind() == Kind.NAMED || shape.kind() == Kind.BARE;
        if (!isSorted) return "";
        Matcher numbers = DIGITS.matcher(word);
        return numbers.replaceAll(match -> String.format("%09d", Long.parseLong(match.group())));
    }

    List<Item> all(String name) {
        return below.stream().filter(item -> item.shape.name().equals(name)).toList();
    }

    Optional<String> value(String name) {
        return all(name).stream().findFirst().map(item -> item.word);
    }
}
