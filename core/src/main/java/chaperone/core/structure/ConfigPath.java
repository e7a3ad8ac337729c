package chaperone.core.structure;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * Names a statement by what leads to it from the top, not by a line: it means the same statement in every configuration
 * that has one of that name, wherever it stands there. No step means the configuration as a whole.
 */
public record ConfigPath(List<Step> steps) {
    public static final ConfigPath ROOT = new ConfigPath(List.of());

    /**
     * @param name what tells a statement from its siblings: its name if it has one, else what it says
     * @param ordinal which of the siblings that are called so, from 0
     */
    public record Step(String name, int ordinal) {
        public static final Step NONE = new Step("", 0);

        @Override
        public String toString() {
            return ordinal == 0 ? name : name + " (" + (ordinal + 1) + ")";
        }
    }

    public ConfigPath {
        steps = List.copyOf(steps);
    }

    public ConfigPath with(Step step) {
        List<Step> longer = new ArrayList<>(steps);
        longer.add(step);
        return new ConfigPath(longer);
    }

    /** The statement below {@code root} that this path leads to. Linear in the siblings on the way. */
    public Optional<Statement> findIn(Statement root) {
        Optional<Statement> found = Optional.of(root);
        for (Step step : steps) {
            found = found.flatMap(above -> above.children().stream()
                    .filter(child -> child.step().equals(step))
                    .findFirst());
        }
        return found;
    }

    /** The statement beside it that this step leads to; the configuration as a whole has none beside it. */
    public ConfigPath sibling(Step step) {
        return new ConfigPath(steps.subList(0, Math.max(0, steps.size() - 1))).with(step);
    }

    /** Whether it leads to the same statement as {@code other}, or to one below that. */
    public boolean isAtOrBelow(ConfigPath other) {
        return steps.size() >= other.steps.size()
                && steps.subList(0, other.steps.size()).equals(other.steps);
    }

    /** Gives siblings the steps that lead to them. */
    static List<Statement> numbered(List<Statement> siblings) {
        Map<String, Integer> counts = new HashMap<>();
        List<Statement> numbered = new ArrayList<>(siblings.size());
        for (Statement each : siblings) {
            int ordinal = counts.merge(each.ownName(), 1, Integer::sum) - 1;
            numbered.add(each.withStep(new Step(each.ownName(), ordinal)));
        }
        return numbered;
    }

    @Override
    public String toString() {
        return steps.stream().map(Step::toString).collect(Collectors.joining(" / "));
    }
}
