package chaperone.core.patch;

import chaperone.core.config.ConfigStatement;
import chaperone.core.patch.Command.Kind;
import chaperone.core.structure.Structure;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * Plans what a device is told. Given the commands, a device that has the one configuration has the other one afterwards;
 * the way back is planned in the same manner, from there to here.
 */
final class PatchPlanner {
    private final EditLanguage language;
    private final List<Command> commands = new ArrayList<>();
    /** The block that the device stands in, from the top. */
    private List<String> entered = List.of();

    private PatchPlanner(EditLanguage language) {
        this.language = language;
    }

    /**
     * @param structure where order counts
     * @return nothing to do for equal trees
     */
    public static Patch between(
            List<ConfigStatement> before, List<ConfigStatement> after, EditLanguage language, Structure structure) {
        PatchPlanner planner = new PatchPlanner(language);
        for (TreeStep step : TreeSteps.between(before, after, language, structure)) planner.tell(step);
        planner.goTo(List.of());
        return new Patch(planner.commands);
    }

    private void tell(TreeStep step) {
        goTo(step.path());
        if (step instanceof TreeStep.Put put) put(put.path(), put.statement());
        else if (step instanceof TreeStep.Rename rename) {
            say(Kind.PUT, language.put(), rename.path(), rename.text(), "");
            if (language.isEntered(rename.text())) entered = inside(rename.path(), rename.text());
        } else if (step instanceof TreeStep.Remove remove)
            say(Kind.REMOVE, language.remove(), remove.path(), remove.text(), "");
        else if (step instanceof TreeStep.Place place)
            say(Kind.PLACE, language.place().orElseThrow(), place.path(), place.text(), place.before());
    }

    private void put(List<String> path, ConfigStatement statement) {
        goTo(path);
        boolean isBlock = statement.form() == ConfigStatement.Form.BLOCK;
        boolean leadsThere =
                language.leaveBlock().isEmpty() && !statement.children().isEmpty();
        if (!isBlock || !leadsThere) {
            for (String each : language.valuesOf(statement.text())) say(Kind.PUT, language.put(), path, each, "");
            if (language.isEntered(statement.text())) entered = inside(path, statement.text());
        }
        List<String> inner = inside(path, statement.text());
        for (ConfigStatement child : statement.children()) put(inner, child);
    }

    private static List<String> inside(List<String> path, String text) {
        List<String> inner = new ArrayList<>(path);
        inner.add(text);
        return List.copyOf(inner);
    }

    private void goTo(List<String> path) {
        if (language.leaveBlock().isEmpty() || entered.equals(path)) return;
        int common = 0;
        while (common < Math.min(entered.size(), path.size())
                && entered.get(common).equals(path.get(common))) common++;
        for (int i = entered.size(); i > common; i--) {
            commands.add(new Command(Kind.LEAVE_BLOCK, language.leaveBlock().get()));
        }
        for (String block : path.subList(common, path.size())) commands.add(new Command(Kind.ENTER_BLOCK, block));
        entered = List.copyOf(path);
    }

    private void say(Kind kind, String form, List<String> path, String text, String before) {
        String above = path.isEmpty() ? "" : path.get(path.size() - 1);
        String name = language.nameOf(above, text);
        String other = language.nameOf(above, before);
        Map<String, String> words = Map.of(
                "path",
                String.join(" ", path),
                "name",
                name,
                "statement",
                text,
                "before",
                other.substring(other.lastIndexOf(' ') + 1));
        commands.add(new Command(kind, new LineForm(form).filled(words)));
    }
}
