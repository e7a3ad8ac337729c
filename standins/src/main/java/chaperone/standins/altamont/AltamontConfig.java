package chaperone.standins.altamont;

import chaperone.standins.altamont.Shape.Kind;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/** A configuration that is edited by paths and printed in braces. Text is ISO 8859-1. Not safe for threads by itself. */
final class AltamontConfig {
    private static final int INLINE = 76;

    final Item top;

    AltamontConfig() {
        this(new Item(Shape.TOP, ""));
    }

    private AltamontConfig(Item top) {
        this.top = top;
    }

    AltamontConfig copy() {
        return new AltamontConfig(top.copy());
    }

    /** Reads what {@link #print} wrote, or a sample in the same form. */
    static AltamontConfig parse(String text) throws Exclamation {
        AltamontConfig config = new AltamontConfig();
        List<List<String>> open = new ArrayList<>();
        List<String> words = new ArrayList<>();
        for (String token : Tokens.of(text)) {
            switch (token) {
                case "{" -> {
                    open.add(List.copyOf(words));
                    words.clear();
                }
                case "}" -> open.remove(open.size() - 1);
                case ";" -> {
                    config.putAll(path(open, words));
                    words.clear();
                }
                default -> words.add(token);
            }
        }
        return config;
    }

    private static List<String> path(List<List<String>> open, List<String> words) {
        List<String> path = new ArrayList<>();
        open.forEach(path::addAll);
        path.addAll(words);
        return path;
    }

    /** {@code on [ a b ]} puts each of the list's words. */
    private void putAll(List<String> path) throws Exclamation {
        int list = path.indexOf("[");
        if (list < 0) {
            put(path);
            return;
        }
        for (String word : path.subList(list + 1, path.size() - 1)) {
            List<String> one = new ArrayList<>(path.subList(0, list));
            one.add(word);
            put(one);
        }
    }

    /** Sets what a path names: {@code system name x}, {@code ports wan-0 closed}. */
    void put(List<String> path) throws Exclamation {
        Item at = top;
        int i = 0;
        while (i < path.size()) {
            Shape shape = shapeAt(at, path, i);
            i += shape.kind() == Kind.BARE ? 0 : 1;
            if (shape.hasKey() || shape.hasValue()) {
                if (i >= path.size()) throw new Exclamation(path, i, "expected more after \"" + path.get(i - 1) + "\"");
                String word = unquoted(path.get(i));
                if (!shape.takes(word)) throw new Exclamation(path, i, "\"" + word + "\" does not fit here");
                at = at.findOrAdd(shape, word);
                if (shape.kind() == Kind.LEAF) at.word = word;
                i++;
            } else {
                at = at.findOrAdd(shape, "");
            }
            if (shape.below().isEmpty() && i < path.size()) {
                throw new Exclamation(path, i, "nothing more is expected after \"" + path.get(i - 1) + "\"");
            }
        }
        if (path.isEmpty()) throw new Exclamation(path, 0, "expected a path");
    }

    /** Takes away what a path names, with all that stands below it. */
    void cut(List<String> path) throws Exclamation {
        Found found = find(path);
        found.parent().below.removeAll(found.items());
    }

    /** Moves an item of an ordered block before another one of it. */
    void place(List<String> path, String before) throws Exclamation {
        Found found = find(path);
        Item item = found.items().get(0);
        if (item.shape.kind() != Kind.ORDERED) throw new Exclamation(path, path.size(), "the order means nothing here");
        Optional<Item> other = found.parent().find(item.shape, before);
        if (other.isEmpty()) throw new Exclamation(path, path.size(), "there is no \"" + before + "\"");
        found.parent().below.remove(item);
        found.parent().below.add(found.parent().below.indexOf(other.get()), item);
    }

    private record Found(Item parent, List<Item> items) {}

    private Found find(List<String> path) throws Exclamation {
        Item at = top;
        int i = 0;
        while (i < path.size()) {
            Shape shape = shapeAt(at, path, i);
            i += shape.kind() == Kind.BARE ? 0 : 1;
            boolean isWholeList = shape.hasValue() && i == path.size();
            if (isWholeList) return new Found(at, found(at.all(shape.name()), path, i));
            String word = shape.hasKey() || shape.hasValue() ? wordAt(path, i++) : "";
            Optional<Item> next = at.find(shape, word).filter(item -> !shape.hasValue() || item.word.equals(word));
            if (next.isEmpty()) throw new Exclamation(path, i, "there is no such line");
            if (i == path.size()) return new Found(at, List.of(next.get()));
            at = next.get();
        }
        throw new Exclamation(path, 0, "expected a path");
    }

    private static List<Item> found(List<Item> items, List<String> path, int i) throws Exclamation {
        if (items.isEmpty()) throw new Exclamation(path, i, "there is no such line");
        return items;
    }

    private static String wordAt(List<String> path, int i) throws Exclamation {
        if (i >= path.size()) throw new Exclamation(path, i, "expected which one");
        return unquoted(path.get(i));
    }

    private static Shape shapeAt(Item at, List<String> path, int i) throws Exclamation {
        String word = path.get(i);
        return at.shape
                .beginningWith(word)
                .orElseThrow(() -> new Exclamation(path, i, "\"" + word + "\" is not known here"));
    }

    private static String unquoted(String word) {
        boolean quoted = word.length() > 1 && word.startsWith("\"") && word.endsWith("\"");
        return quoted ? word.substring(1, word.length() - 1) : word;
    }

    /** What does not fit together, as the device says it; empty if it can be committed. */
    List<String> problems() {
        List<String> problems = new ArrayList<>();
        if (block("system").flatMap(system -> system.value("name")).isEmpty()) problems.add("! system: has no name");
        List<String> ports = block("ports").stream()
                .flatMap(block -> block.below.stream())
                .flatMap(port -> java.util.stream.Stream.concat(
                        java.util.stream.Stream.of(port.word),
                        port.all("sub").stream().map(sub -> "sub-" + sub.word)))
                .toList();
        block("filters")
                .ifPresent(filters -> filters.below.forEach(chain -> chain.below.stream()
                        .filter(step -> step.value("then").isEmpty())
                        .forEach(step -> problems.add(
                                "! filters chain " + chain.word + ": step \"" + step.word + "\" has no then"))));
        block("routing")
                .ifPresent(routing -> routing.all("area")
                        .forEach(area -> area.below.stream()
                                .filter(on -> !ports.contains(on.word))
                                .forEach(on -> problems.add(
                                        "! routing area " + area.word + ": there is no port \"" + on.word + "\""))));
        return problems;
    }

    Optional<Item> block(String name) {
        return top.all(name).stream().findFirst();
    }

    String print() {
        StringBuilder out = new StringBuilder();
        print(top.below, 0, out);
        return out.toString();
    }

    private static void print(List<Item> items, int depth, StringBuilder out) {
        String indent = "    ".repeat(depth);
        for (int i = 0; i < items.size(); i++) {
            Item item = items.get(i);
            boolean goesOn = i > 0 && item.shape.kind() == Kind.LEAVES && items.get(i - 1).shape == item.shape;
            if (goesOn) continue;
            String line = indent + inline(item, items);
            boolean fits = depth > 0 && line.length() <= INLINE && !hasNamed(item);
            if (fits || item.shape.below().isEmpty()) {
                out.append(line).append('\n');
            } else {
                out.append(indent).append(head(item)).append(" {\n");
                print(item.below, depth + 1, out);
                out.append(indent).append("}\n");
            }
        }
    }

    private static boolean hasNamed(Item item) {
        return item.below.stream().anyMatch(below -> below.shape.hasKey());
    }

    private static String head(Item item) {
        return switch (item.shape.kind()) {
            case BARE -> item.word;
            case NAMED, ORDERED -> item.shape.name() + " " + item.word;
            case BLOCK, LEAF, LEAVES, FLAG -> item.shape.name();
        };
    }

    private static String inline(Item item, List<Item> beside) {
        return switch (item.shape.kind()) {
            case FLAG -> item.shape.name() + ";";
            case LEAF -> item.shape.name() + " " + quoted(item) + ";";
            case LEAVES ->
                item.shape.name()
                        + beside.stream()
                                .filter(other -> other.shape == item.shape)
                                .map(other -> other.word)
                                .collect(Collectors.joining(" ", " [ ", " ];"));
            case BLOCK, NAMED, ORDERED, BARE -> {
                StringBuilder text = new StringBuilder(head(item)).append(" { ");
                for (int i = 0; i < item.below.size(); i++) {
                    Item below = item.below.get(i);
                    boolean goesOn =
                            i > 0 && below.shape.kind() == Kind.LEAVES && item.below.get(i - 1).shape == below.shape;
                    if (!goesOn) text.append(inline(below, item.below)).append(' ');
                }
                yield text.append('}').toString();
            }
        };
    }

    private static String quoted(Item leaf) {
        boolean isText = List.of("text", "welcome", "secret").contains(leaf.shape.name());
        return isText ? "\"" + leaf.word + "\"" : leaf.word;
    }

    /** Every line as the {@code put} that would set it. */
    List<String> asPuts() {
        List<String> puts = new ArrayList<>();
        collect(top, "", puts);
        return puts;
    }

    private static void collect(Item item, String path, List<String> puts) {
        for (Item below : item.below) {
            String here = (path + " " + head(below) + (below.shape.hasValue() ? " " + quoted(below) : "")).strip();
            boolean isEnd = below.shape.below().isEmpty() || below.below.isEmpty();
            if (isEnd) puts.add(here);
            else collect(below, here, puts);
        }
    }
}
