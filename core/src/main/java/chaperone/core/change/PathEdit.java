package chaperone.core.change;

import chaperone.core.config.ConfigStatement;
import chaperone.core.config.ConfigStatement.Form;
import chaperone.core.structure.ConfigPath;
import chaperone.core.structure.ConfigPath.Step;
import chaperone.core.structure.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * One statement, named by its path, is put, taken away or moved, with all that stands below it. Linear in the configuration.
 *
 * @param path steps as they are shown; whatever stands above all of JSON is left out
 */
public record PathEdit(List<String> path, Deed deed) implements ConfigEdit {
    public PathEdit {
        path = List.copyOf(path);
    }

    /** What becomes of the statement. */
    public sealed interface Deed {}

    /**
     * Takes the place of the statement of this path, under another name if it says so; where there is none, it is added.
     *
     * @param text as the family writes it, by itself
     * @param place where it is added if order counts; at the end if that is left out
     */
    public record Put(String text, Optional<Place> place) implements Deed {}

    /**
     * One more statement below the one of this path; no step means the top.
     *
     * @param text as the family writes it, by itself
     * @param place where order counts; at the end if that is left out
     */
    public record Add(String text, Optional<Place> place) implements Deed {}

    public record Remove() implements Deed {}

    public record Move(Place place) implements Deed {}

    /** @param beside the statement before or after which; none for the first or the last place */
    public record Place(Where where, Optional<String> beside) {}

    /** Where among its siblings. */
    public enum Where {
        FIRST,
        LAST,
        BEFORE,
        AFTER
    }

    /** The edit does not fit; only ever thrown from here to {@link #applyTo}. */
    private static final class DoesNotFit extends RuntimeException {
        private static final long serialVersionUID = 1L;
        private final transient Misfit misfit;

        DoesNotFit(Optional<Integer> line, Optional<ConfigPath> at, String message) {
            super(message, null, false, false);
            misfit = new Misfit(line, at, message, Optional.empty());
        }
    }

    @Override
    public Outcome applyTo(String text, ConfigModel model) {
        try {
            Statement root = model.read(text);
            List<ConfigStatement> after = isWhole() ? whole(model) : edited(root, model);
            String written = model.grammar().write(after);
            if (!isWhole()) refuseTwins(root, model.read(written));
            boolean isIdle =
                    model.differences(text, written).withMeaning().differences().isEmpty();
            Remark idle = new Remark(Remark.Kind.STANDS_ALREADY, String.join(" / ", path));
            return new Outcome.Applied(written, isIdle ? List.of(idle) : List.of());
        } catch (DoesNotFit e) {
            return new Outcome.Refused(List.of(e.misfit));
        }
    }

    private boolean isWhole() {
        return path.isEmpty() && !(deed instanceof Add);
    }

    private List<ConfigStatement> whole(ConfigModel model) {
        if (!(deed instanceof Put put))
            throw new DoesNotFit(Optional.empty(), Optional.empty(), "a whole configuration can only be put");
        return model.read(put.text()).statements();
    }

    /** What stands at the top, after the edit. */
    private List<ConfigStatement> edited(Statement root, ConfigModel model) {
        Statement top = PathSteps.top(root);
        if (top == root) return edited(root, ConfigPath.ROOT, 0, model);
        ConfigPath inside = ConfigPath.ROOT.with(top.step());
        return List.of(top.value().withChildren(edited(top, inside, 0, model)));
    }

    private List<ConfigStatement> edited(Statement above, ConfigPath at, int depth, ConfigModel model) {
        List<ConfigStatement> values = new ArrayList<>(above.statements());
        if (depth == path.size()) {
            Add more = (Add) deed;
            values.add(indexFor(more.place(), above, at), read(more.text(), model));
            return values;
        }
        String name = path.get(depth);
        int index = PathSteps.indexOf(above, name);
        if (depth == path.size() - 1 && !(deed instanceof Add)) {
            alter(above, values, index, at, model);
            return values;
        }
        if (index < 0) throw notThere(at, name);
        Statement child = above.children().get(index);
        List<ConfigStatement> below = edited(child, at.with(child.step()), depth + 1, model);
        ConfigStatement value = values.get(index);
        Form form = value.form() == Form.LINE ? Form.BLOCK : value.form();
        values.set(index, new ConfigStatement(form, value.text(), below));
        return values;
    }

    private void alter(Statement above, List<ConfigStatement> values, int index, ConfigPath at, ConfigModel model) {
        String name = path.get(path.size() - 1);
        if (deed instanceof Put put) {
            ConfigStatement statement = read(put.text(), model);
            if (index >= 0) values.set(index, statement);
            else values.add(indexFor(put.place(), above, at), statement);
            return;
        }
        if (index < 0) throw notThere(at, name);
        ConfigStatement stands = values.remove(index);
        if (deed instanceof Move move) {
            int to = indexFor(move.place(), above, at);
            values.add(to > index ? to - 1 : to, stands);
        }
    }

    private static int indexFor(Optional<Place> place, Statement above, ConfigPath at) {
        return place.map(each -> indexFor(each, above, at))
                .orElse(above.children().size());
    }

    private static int indexFor(Place place, Statement above, ConfigPath at) {
        if (place.where() == Where.FIRST) return 0;
        if (place.where() == Where.LAST) return above.children().size();
        String beside = place.beside().orElse("");
        int index = PathSteps.indexOf(above, beside);
        if (index < 0) throw notThere(at, beside);
        return place.where() == Where.BEFORE ? index : index + 1;
    }

    private static ConfigStatement read(String text, ConfigModel model) {
        StatementText read = StatementText.read(text, model);
        if (read instanceof StatementText.Read one) return one.statement();
        StatementText.Malformed malformed = (StatementText.Malformed) read;
        throw new DoesNotFit(Optional.of(malformed.line()), Optional.empty(), malformed.message());
    }

    private static DoesNotFit notThere(ConfigPath at, String name) {
        ConfigPath path = at.with(new Step(name, 0));
        return new DoesNotFit(Optional.empty(), Optional.of(path), "\"" + path + "\" is not there");
    }

    /** Under its new name another one may stand already: nobody means two of them. */
    private static void refuseTwins(Statement before, Statement after) {
        for (Statement each : after.children()) {
            boolean isTwin = each.step().ordinal() > 0
                    && before.children().stream()
                            .noneMatch(stood -> stood.step().equals(each.step()));
            if (isTwin && each.form().filter(form -> form == Form.FREE_TEXT).isEmpty())
                throw new DoesNotFit(
                        Optional.empty(),
                        Optional.of(ConfigPath.ROOT.with(each.step())),
                        "another \"" + each.step().name() + "\" stands there already");
            Optional<Statement> stood = before.children().stream()
                    .filter(other -> other.step().equals(each.step()))
                    .findFirst();
            stood.ifPresent(block -> refuseTwins(block, each));
        }
    }
}
