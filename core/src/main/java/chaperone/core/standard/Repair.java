package chaperone.core.standard;

import chaperone.core.change.ConfigModel;
import chaperone.core.config.ConfigStatement;
import chaperone.core.config.ConfigStatement.Form;
import chaperone.core.standard.Rule.ForEach;
import chaperone.core.standard.Rule.Forbidden;
import chaperone.core.standard.Rule.Golden;
import chaperone.core.structure.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** The configuration that would keep to a clause, and is otherwise what stands. One walk over its statements. */
public final class Repair {
    private final ConfigModel model;
    private final Map<String, String> fields;

    private Repair(ConfigModel model, Map<String, String> fields) {
        this.model = model;
        this.fields = fields;
    }

    /**
     * As the family writes it; the configuration itself, written so, if nothing is to be repaired.
     *
     * @throws IllegalArgumentException if a field of the clause has no value: then nobody knows what should stand
     */
    public static String of(String text, Clause clause, ConfigModel model, Map<String, String> fields) {
        Repair repair = new Repair(model, fields);
        return model.grammar().write(repair.repaired(model.read(text), clause.rule()));
    }

    private List<ConfigStatement> repaired(Statement root, Rule rule) {
        if (rule instanceof Golden golden) {
            Fields.unfilled(golden.text(), fields).ifPresent(name -> {
                throw new IllegalArgumentException("{{" + name + "}} has no value");
            });
            return merged(root, model.read(Fields.filled(golden.text(), fields)));
        }
        if (rule instanceof Forbidden forbidden) return without(root, forbidden);
        return eachRepaired(root, (ForEach) rule);
    }

    private static List<ConfigStatement> merged(Statement here, Statement wanted) {
        List<ConfigStatement> merged = new ArrayList<>();
        for (Statement child : here.children()) {
            ConfigStatement value = child.value();
            for (Statement each : wanted.children()) {
                boolean isSame = Siblings.same(here, each).filter(child::equals).isPresent();
                boolean isReplaced = Siblings.same(here, each).isEmpty()
                        && Siblings.named(here, each).filter(child::equals).isPresent();
                if (isSame) value = block(child.value(), child.text(), merged(child, each));
                else if (isReplaced) value = block(each.value(), each.text(), merged(child, each));
            }
            merged.add(value);
        }
        for (Statement each : wanted.children()) {
            boolean isThere = Siblings.same(here, each).isPresent()
                    || Siblings.named(here, each).isPresent();
            if (!isThere) merged.add(each.value());
        }
        return merged;
    }

    private static ConfigStatement block(ConfigStatement like, String text, List<ConfigStatement> children) {
        Form form = like.form() == Form.LINE && !children.isEmpty() ? Form.BLOCK : like.form();
        return new ConfigStatement(form, text, children);
    }

    private static List<ConfigStatement> without(Statement above, Forbidden rule) {
        boolean isMeant = rule.in().isEmpty() || rule.in().get().isIn(above.text());
        List<ConfigStatement> kept = new ArrayList<>();
        for (Statement child : above.children()) {
            if (isMeant && rule.statement().isIn(child.text())) continue;
            ConfigStatement value = child.value();
            kept.add(child.children().isEmpty() ? value : value.withChildren(without(child, rule)));
        }
        return kept;
    }

    private List<ConfigStatement> eachRepaired(Statement above, ForEach rule) {
        List<ConfigStatement> all = new ArrayList<>();
        for (Statement child : above.children()) {
            List<ConfigStatement> below = new ArrayList<>(eachRepaired(child, rule));
            if (Judge.isMeant(child, rule) && Judge.departs(child, rule)) {
                below.removeIf(each -> rule.value().isIn(each.text()));
                below.add(ConfigStatement.line(rule.repair()));
            }
            all.add(block(child.value(), child.text(), below));
        }
        return all;
    }
}
