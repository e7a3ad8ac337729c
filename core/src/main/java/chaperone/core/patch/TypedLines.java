package chaperone.core.patch;

import chaperone.core.config.ConfigStatement;
import chaperone.core.config.ConfigStatement.Form;
import chaperone.core.pattern.QuickPattern;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Reads lines that somebody types to a device as edits of its configuration, without asking the device: what stands
 * afterwards, or the first line that speaks of something that is not there. What a statement must look like is for the
 * device to say. Linear in the lines and the statements on their way.
 */
public final class TypedLines {
    private final EditLanguage language;
    private final LineForm put;
    private final LineForm remove;
    private final Optional<LineForm> place;
    private final Block root;
    private List<Block> entered = List.of();
    /** Whether the line just read says what stands already; one that leads into a block never does. */
    private boolean isIdle;

    public sealed interface Outcome {
        /** @param idle lines that alter nothing, because what they say stands already; counted from 0 */
        record Understood(List<ConfigStatement> tree, List<Integer> idle) implements Outcome {
            public Understood {
                tree = List.copyOf(tree);
                idle = List.copyOf(idle);
            }
        }

        /** @param line counted from 0 */
        record Refused(int line, String message) implements Outcome {}
    }

    private static final class NotThere extends Exception {
        private static final long serialVersionUID = 1;

        NotThere(String message) {
            super(message);
        }
    }

    /** A statement that can be altered while the lines are read; what stands below it is found by its name. */
    private final class Block {
        private ConfigStatement statement;
        private final List<Block> below = new ArrayList<>();
        private Optional<Map<String, Block>> byName = Optional.empty();

        Block(ConfigStatement statement) {
            this.statement = statement;
            statement.children().forEach(child -> below.add(new Block(child)));
        }

        /** The first one of that name. Names are worked out once, when the first line asks for one. */
        Optional<Block> named(String name) {
            if (byName.isEmpty()) {
                Map<String, Block> names = new HashMap<>();
                for (Block each : below) names.putIfAbsent(nameOf(each.statement.text()), each);
                byName = Optional.of(names);
            }
            return Optional.ofNullable(byName.get().get(name));
        }

        String nameOf(String child) {
            return language.nameOf(statement.text(), child);
        }

        void add(Block child) {
            below.add(child);
            byName.ifPresent(names -> names.putIfAbsent(nameOf(child.statement.text()), child));
        }

        /** Another one may bear its name, too. */
        void remove(Block child) {
            below.remove(child);
            byName.ifPresent(names -> names.remove(nameOf(child.statement.text()), child));
        }

        ConfigStatement done() {
            List<ConfigStatement> children = below.stream().map(Block::done).toList();
            if (children.isEmpty()) return statement.withChildren(children);
            Form form = statement.form() == Form.LINE ? Form.BLOCK : statement.form();
            return new ConfigStatement(form, statement.text(), children);
        }
    }

    private TypedLines(List<ConfigStatement> before, EditLanguage language) {
        this.language = language;
        this.put = new LineForm(language.put());
        this.remove = new LineForm(language.remove());
        this.place = language.place().map(LineForm::new);
        this.root = new Block(new ConfigStatement(Form.BLOCK, "", before));
    }

    public static Outcome apply(List<ConfigStatement> before, List<String> lines, EditLanguage language) {
        Reading reading = read(before, lines, language);
        return reading.refused().isEmpty()
                ? new Outcome.Understood(reading.tree(), reading.idle())
                : reading.refused().get(0);
    }

    /**
     * What lines say, whatever of them can be placed.
     *
     * @param tree what stands afterwards; lines that speak of something that is not there alter nothing
     * @param blocks the statements, from the top, of the block in which each line stands, and after the last one
     */
    public record Reading(
            List<ConfigStatement> tree, List<List<String>> blocks, List<Integer> idle, List<Outcome.Refused> refused) {
        public Reading {
            tree = List.copyOf(tree);
            blocks = List.copyOf(blocks);
            idle = List.copyOf(idle);
            refused = List.copyOf(refused);
        }
    }

    public static Reading read(List<ConfigStatement> before, List<String> lines, EditLanguage language) {
        TypedLines typed = new TypedLines(before, language);
        List<List<String>> blocks = new ArrayList<>();
        List<Integer> idle = new ArrayList<>();
        List<Outcome.Refused> refused = new ArrayList<>();
        for (int i = 0; i < lines.size(); i++) {
            blocks.add(typed.block());
            try {
                typed.isIdle = false;
                typed.read(lines.get(i).strip());
                if (typed.isIdle) idle.add(i);
            } catch (NotThere e) {
                refused.add(new Outcome.Refused(i, String.valueOf(e.getMessage())));
            }
        }
        blocks.add(typed.block());
        return new Reading(typed.root.done().children(), blocks, idle, refused);
    }

    private List<String> block() {
        return entered.stream().map(each -> each.statement.text()).toList();
    }

    private void read(String line) throws NotThere {
        if (line.isEmpty()) return;
        if (language.leaveBlock().filter(line::equals).isPresent()) {
            if (entered.isEmpty()) throw new NotThere("\"" + line + "\" leaves a block, and none was entered");
            entered = entered.subList(0, entered.size() - 1);
            return;
        }
        Optional<LineForm.Said> removed = remove.read(line);
        Optional<LineForm.Said> placed = place.flatMap(form -> form.read(line));
        if (removed.isPresent()) remove(removed.get().words());
        else if (placed.isPresent()) place(placed.get());
        else {
            LineForm.Said said = put.read(line)
                    .orElseThrow(() -> new NotThere("\"" + line + "\" says nothing in this family's words"));
            put(said.words());
        }
    }

    private Block here() {
        return entered.isEmpty() ? root : entered.get(entered.size() - 1);
    }

    private void put(String words) {
        Block at = here();
        String rest = words;
        if (language.leaveBlock().isEmpty()) {
            for (Optional<String> block = language.blockAt(rest); block.isPresent(); block = language.blockAt(rest)) {
                at = findOrAdd(at, block.get());
                rest = rest.substring(block.get().length()).strip();
            }
        }
        if (rest.isEmpty()) return;
        if (language.isWhole(at.statement.text())) {
            // Free text: the same line may stand in it twice.
            at.add(new Block(new ConfigStatement(Form.FREE_TEXT, rest, List.of())));
            return;
        }
        if (takesAway(at, rest)) return;
        Optional<String> list = language.asList(rest);
        int known = at.below.size();
        Block added = findOrAdd(at, list.orElse(rest));
        ConfigStatement was = added.statement;
        if (list.isPresent()) addValue(added, rest);
        else added.statement = new ConfigStatement(was.form(), rest, was.children());
        if (language.isEntered(rest)) entered = List.of(added);
        else isIdle = known == at.below.size() && was.equals(added.statement);
    }

    /** Some statements only undo another one: {@code open} is what holds without {@code closed}. */
    private boolean takesAway(Block at, String words) {
        Optional<QuickPattern> undone = language.undoneBy(at.statement.text(), words);
        if (undone.isEmpty()) return false;
        List<Block> gone = at.below.stream()
                .filter(each -> undone.get().isIn(each.statement.text()))
                .toList();
        gone.forEach(at::remove);
        isIdle = gone.isEmpty();
        return true;
    }

    private void addValue(Block list, String value) {
        List<String> values = new ArrayList<>(language.valuesOf(list.statement.text()));
        if (!values.contains(value)) values.add(value);
        list.statement = ConfigStatement.line(language.list(value, values));
    }

    private Block findOrAdd(Block at, String text) {
        Optional<Block> known = at.named(at.nameOf(text));
        if (known.isPresent()) return known.get();
        Block added = new Block(ConfigStatement.line(text));
        at.add(added);
        return added;
    }

    private record Found(Block above, Block block) {}

    private Found found(String words) throws NotThere {
        Block at = here();
        String rest = words;
        while (true) {
            Optional<Block> end = meant(at, rest);
            if (end.isPresent()) return new Found(at, end.get());
            Optional<String> way = language.leaveBlock().isPresent() ? Optional.empty() : wayOn(at, rest);
            if (way.isEmpty()) throw new NotThere("there is no \"" + rest + "\"");
            at = at.named(way.get()).orElseThrow();
            rest = rest.substring(way.get().length()).strip();
        }
    }

    /** The statement below a block of which the words are the name, or all that it says, or a value of its list. */
    private Optional<Block> meant(Block at, String words) {
        return at.named(words)
                .or(() -> at.named(at.nameOf(words))
                        .filter(each -> each.statement.text().equals(words)))
                .or(() -> language.asList(words)
                        .flatMap(list -> at.named(at.nameOf(list)))
                        .filter(each -> language.valuesOf(each.statement.text()).contains(words)));
    }

    /** The longest name with which the words begin, of a block that holds something. */
    private static Optional<String> wayOn(Block at, String words) {
        for (int end = words.lastIndexOf(' '); end > 0; end = words.lastIndexOf(' ', end - 1)) {
            String name = words.substring(0, end);
            if (at.named(name).filter(block -> !block.below.isEmpty()).isPresent()) return Optional.of(name);
        }
        return Optional.empty();
    }

    private void remove(String words) throws NotThere {
        Found found = found(words);
        String text = found.block().statement.text();
        List<String> rest = language.valuesOf(text).stream()
                .filter(value -> !words.equals(value) && !words.endsWith(" " + value))
                .toList();
        boolean isOneOfMany = language.isList(text)
                && !rest.isEmpty()
                && rest.size() < language.valuesOf(text).size();
        if (isOneOfMany) found.block().statement = ConfigStatement.line(language.list(rest.get(0), rest));
        else found.above().remove(found.block());
    }

    private void place(LineForm.Said said) throws NotThere {
        Found found = found(said.words());
        List<Block> beside = found.above().below;
        Block other = beside.stream()
                .filter(each -> {
                    String name = language.nameOf(found.above().statement.text(), each.statement.text());
                    return name.substring(name.lastIndexOf(' ') + 1).equals(said.before());
                })
                .findFirst()
                .orElseThrow(() -> new NotThere("there is no \"" + said.before() + "\""));
        beside.remove(found.block());
        beside.add(beside.indexOf(other), found.block());
    }
}
