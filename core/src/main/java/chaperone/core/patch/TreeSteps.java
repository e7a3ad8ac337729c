package chaperone.core.patch;

import chaperone.core.config.ConfigStatement;
import chaperone.core.config.ConfigStatement.Form;
import chaperone.core.structure.Structure;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Finds the steps between two trees, block by block. Near-linear in both, but for order, which takes n log n a block. */
final class TreeSteps {
    private final EditLanguage language;
    private final Structure structure;
    private final List<TreeStep> puts = new ArrayList<>();
    private final List<TreeStep> removals = new ArrayList<>();
    private final List<TreeStep> places = new ArrayList<>();

    private TreeSteps(EditLanguage language, Structure structure) {
        this.language = language;
        this.structure = structure;
    }

    /**
     * What is put comes first, in the order of the tree that shall stand, but what a statement refers to before it. What
     * goes comes last and backwards, for the same reason.
     */
    static List<TreeStep> between(
            List<ConfigStatement> before, List<ConfigStatement> after, EditLanguage language, Structure structure) {
        TreeSteps steps = new TreeSteps(language, structure);
        steps.block(List.of(), before, after);
        List<TreeStep> all = new ArrayList<>(DefinitionOrder.of(steps.puts, language));
        List<TreeStep> removals = DefinitionOrder.of(steps.removals, language);
        for (int i = removals.size() - 1; i >= 0; i--) all.add(removals.get(i));
        all.addAll(steps.places);
        return all;
    }

    private void block(List<String> path, List<ConfigStatement> before, List<ConfigStatement> after) {
        String above = path.isEmpty() ? "" : path.get(path.size() - 1);
        Map<String, ConfigStatement> here = byName(above, before);
        Map<String, ConfigStatement> there = byName(above, after);
        Set<String> anew = order(path, above, here, there);
        there.forEach((name, wanted) -> {
            ConfigStatement now = here.get(name);
            if (now != null && anew.contains(name)) putAnew(path, now, wanted);
            else if (now == null) puts.add(new TreeStep.Put(path, wanted));
            else if (!now.equals(wanted)) alter(path, now, wanted);
        });
        here.forEach((name, now) -> {
            if (!there.containsKey(name)) removals.add(new TreeStep.Remove(path, now));
        });
    }

    private void putAnew(List<String> path, ConfigStatement now, ConfigStatement wanted) {
        puts.add(new TreeStep.Remove(path, now));
        puts.add(new TreeStep.Put(path, wanted));
    }

    private Map<String, ConfigStatement> byName(String above, List<ConfigStatement> statements) {
        Map<String, ConfigStatement> byName = new LinkedHashMap<>();
        for (ConfigStatement each : statements) byName.put(language.nameOf(above, each.text()), each);
        return byName;
    }

    private void alter(List<String> path, ConfigStatement now, ConfigStatement wanted) {
        boolean isBlock = now.form() == Form.BLOCK && wanted.form() == Form.BLOCK;
        if (language.isList(wanted.text())) alterList(path, now, wanted);
        else if (language.isWhole(wanted.text())) putAnew(path, now, wanted);
        else if (!isBlock && now.form() == wanted.form()) {
            puts.add(new TreeStep.Put(path, wanted));
        } else {
            if (!now.text().equals(wanted.text())) puts.add(new TreeStep.Rename(path, wanted.text()));
            List<String> inner = new ArrayList<>(path);
            inner.add(wanted.text());
            block(List.copyOf(inner), now.children(), wanted.children());
        }
    }

    /** Single values, if those that stay are in their order and the new ones behind them; else all of them anew. */
    private void alterList(List<String> path, ConfigStatement now, ConfigStatement wanted) {
        List<String> here = language.valuesOf(now.text());
        List<String> there = language.valuesOf(wanted.text());
        List<String> staying = here.stream().filter(there::contains).toList();
        boolean isAppended = !staying.isEmpty()
                && there.size() >= staying.size()
                && there.subList(0, staying.size()).equals(staying);
        if (!isAppended) {
            putAnew(path, now, wanted);
            return;
        }
        here.stream()
                .filter(value -> !staying.contains(value))
                .forEach(value -> puts.add(new TreeStep.Remove(path, ConfigStatement.line(value))));
        there.subList(staying.size(), there.size())
                .forEach(value -> puts.add(new TreeStep.Put(path, ConfigStatement.line(value))));
    }

    /**
     * What is new stands at the end once it is put; then each that does not stay is placed, from the last to the first.
     *
     * @return what is put anew, because nothing can be placed behind the last one
     */
    private Set<String> order(
            List<String> path, String above, Map<String, ConfigStatement> here, Map<String, ConfigStatement> there) {
        if (language.place().isEmpty()) return Set.of();
        Map<Integer, List<String>> orders = new HashMap<>();
        there.forEach((name, each) -> {
            int order = structure.placeRule(above, each.text());
            if (order >= 0)
                orders.computeIfAbsent(order, rule -> new ArrayList<>()).add(name);
        });
        Set<String> anew = new HashSet<>();
        for (List<String> wanted : orders.values()) {
            List<String> now =
                    here.keySet().stream().filter(Set.copyOf(wanted)::contains).collect(Collectors.toList());
            wanted.stream().filter(name -> !here.containsKey(name)).forEach(now::add);
            StablePlaces stable = StablePlaces.of(now, wanted, name -> anewCost(here.get(name), there.get(name)));
            anew.addAll(stable.anew());
            int last = wanted.size() - stable.anew().size() - 1;
            for (int i = last - 1; i >= 0; i--) {
                if (stable.staying().contains(wanted.get(i))) continue;
                places.add(new TreeStep.Place(
                        path,
                        there.get(wanted.get(i)).text(),
                        there.get(wanted.get(i + 1)).text()));
            }
        }
        return anew;
    }

    /** What is new is put anyway, and a line that says something else, too. */
    private static int anewCost(@Nullable ConfigStatement now, ConfigStatement wanted) {
        if (now == null) return 0;
        boolean isPutAnyway = wanted.form() == Form.LINE && !now.equals(wanted);
        return isPutAnyway ? 1 : 1 + size(wanted);
    }

    private static int size(ConfigStatement statement) {
        int size = 1;
        for (ConfigStatement child : statement.children()) size += size(child);
        return size;
    }
}
