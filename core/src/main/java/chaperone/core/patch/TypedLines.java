package chaperone.core.patch;

import chaperone.core.config.ConfigStatement;
import chaperone.core.config.ConfigStatement.Form;
import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.List;
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

    /** A statement that can be altered while the lines are read. */
    private static final class Block {
        private ConfigStatement statement;
        private final List<Block> below = new ArrayList<>();

        Block(ConfigStatement statement) {
            this.statement = statement;
            statement.children().forEach(child -> below.add(new Block(child)));
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
        TypedLines typed = new TypedLines(before, language);
        List<Integer> idle = new ArrayList<>();
        for (int i = 0; i < lines.size(); i++) {
            try {
                typed.isIdle = false;
                typed.read(lines.get(i).strip());
                if (typed.isIdle) idle.add(i);
            } catch (NotThere e) {
                return new Outcome.Refused(i, String.valueOf(e.getMessage()));
            }
        }
        return new Outcome.Understood(typed.root.done().children(), idle);
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
            at.below.add(new Block(new ConfigStatement(Form.FREE_TEXT, rest, List.of())));
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
        Optional<Pattern> undone = language.undoneBy(at.statement.text(), words);
        if (undone.isEmpty()) return false;
        isIdle = !at.below.removeIf(
                each -> undone.get().matcher(each.statement.text()).find());
        return true;
    }

    private void addValue(Block list, String value) {
        List<String> values = new ArrayList<>(language.valuesOf(list.statement.text()));
        if (!values.contains(value)) values.add(value);
        list.statement = ConfigStatement.line(language.list(value, values));
    }

    private Block findOrAdd(Block at, String text) {
        Optional<Block> known = find(at, language.nameOf(at.statement.text(), text));
        if (known.isPresent()) return known.get();
        Block added = new Block(ConfigStatement.line(text));
        at.below.add(added);
        return added;
    }

    private Optional<Block> find(Block at, String name) {
        return at.below.stream()
                .filter(each -> language.nameOf(at.statement.text(), each.statement.text())
                        .equals(name))
                .findFirst();
    }

    private record Found(Block above, Block block) {}

    private Found found(String words) throws NotThere {
        Block at = here();
        String rest = words;
        while (true) {
            String left = rest;
            Block above = at;
            Optional<Block> next =
                    at.below.stream().filter(each -> isMeant(above, each, left)).findFirst();
            if (next.isEmpty()) throw new NotThere("there is no \"" + rest + "\"");
            String name =
                    language.nameOf(at.statement.text(), next.get().statement.text());
            boolean isEnd = rest.length() <= name.length()
                    || language.leaveBlock().isPresent()
                    || next.get().below.isEmpty();
            if (isEnd) return new Found(at, next.get());
            at = next.get();
            rest = rest.substring(name.length()).strip();
        }
    }

    /** Whether the words begin with a statement's name, or are all of what it says. */
    private boolean isMeant(Block above, Block each, String words) {
        String text = each.statement.text();
        String name = language.nameOf(above.statement.text(), text);
        boolean isWhole = words.equals(name)
                || words.equals(text)
                || language.isList(text) && language.valuesOf(text).contains(words);
        boolean leadsOn = language.leaveBlock().isEmpty() && words.startsWith(name + " ") && !each.below.isEmpty();
        return isWhole || leadsOn;
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
        else found.above().below.remove(found.block());
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
