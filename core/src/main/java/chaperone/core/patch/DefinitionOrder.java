package chaperone.core.patch;

import chaperone.core.config.ConfigStatement;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Puts steps in an order in which nothing is used before it is there: a depth-first topological sort (Tarjan 1976), which
 * leaves what need not move as it was. Linear in the steps and in what they refer to. Statements that use each other in a
 * circle stay in the order in which they came.
 */
final class DefinitionOrder {
    private final EditLanguage language;
    private final List<TreeStep> steps;
    private final Map<String, Integer> definedBy = new HashMap<>();
    private final Set<Integer> seen = new HashSet<>();
    private final List<TreeStep> ordered = new ArrayList<>();

    private DefinitionOrder(List<TreeStep> steps, EditLanguage language) {
        this.steps = steps;
        this.language = language;
        for (int i = 0; i < steps.size(); i++) {
            if (steps.get(i).path().isEmpty()) definedBy.put(language.nameOf("", textOf(steps.get(i))), i);
        }
    }

    static List<TreeStep> of(List<TreeStep> steps, EditLanguage language) {
        if (language.references().isEmpty() || steps.size() < 2) return steps;
        DefinitionOrder order = new DefinitionOrder(steps, language);
        for (int i = 0; i < steps.size(); i++) order.visit(i);
        return order.ordered;
    }

    /** As deep as definitions use each other, which is a few levels: a rule, a bundle, an object. */
    private void visit(int index) {
        if (!seen.add(index)) return;
        for (String name : usedBy(steps.get(index))) {
            Integer definition = definedBy.get(name);
            if (definition != null) visit(definition);
        }
        ordered.add(steps.get(index));
    }

    private static String textOf(TreeStep step) {
        if (step instanceof TreeStep.Put put) return put.statement().text();
        if (step instanceof TreeStep.Rename rename) return rename.text();
        if (step instanceof TreeStep.Remove remove) return remove.statement().text();
        return "";
    }

    private List<String> usedBy(TreeStep step) {
        List<String> used = new ArrayList<>();
        for (String above : step.path()) used.addAll(language.usedBy(above));
        if (step instanceof TreeStep.Put put) collect(put.statement(), used);
        else if (step instanceof TreeStep.Remove remove) collect(remove.statement(), used);
        else used.addAll(language.usedBy(textOf(step)));
        return used;
    }

    private void collect(ConfigStatement statement, List<String> used) {
        used.addAll(language.usedBy(statement.text()));
        statement.children().forEach(child -> collect(child, used));
    }
}
