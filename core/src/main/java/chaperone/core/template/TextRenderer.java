package chaperone.core.template;

import com.hubspot.jinjava.Jinjava;
import com.hubspot.jinjava.JinjavaConfig;
import com.hubspot.jinjava.el.JinjavaProcessors;
import com.hubspot.jinjava.interpret.Context.Library;
import com.hubspot.jinjava.interpret.JinjavaInterpreter;
import com.hubspot.jinjava.interpret.RenderResult;
import com.hubspot.jinjava.interpret.TemplateError;
import com.hubspot.jinjava.interpret.TemplateError.ErrorReason;
import com.hubspot.jinjava.lib.Importable;
import com.hubspot.jinjava.tree.Node;
import java.lang.management.ManagementFactory;
import java.lang.management.ThreadMXBean;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import jinjava.javax.el.CompositeELResolver;
import jinjava.javax.el.ELResolver;
import jinjava.javax.el.ListELResolver;
import jinjava.javax.el.MapELResolver;
import org.jspecify.annotations.Nullable;

/**
 * Fills texts in, by Jinjava. A text may compute with its fields and nothing else: it reaches no file, no class and no
 * other text, and both what it writes and the steps that it takes are bounded.
 */
final class TextRenderer {
    private static final int MOST_STEPS = 20_000;
    private static final long LONGEST_NANOS = 2_000_000_000L;
    private static final int LONGEST_TEXT = 500_000;
    private static final int LONGEST_STRING = 20_000;
    private static final int MOST_VALUES = 2_000;
    private static final int MOST_MISTAKES = 20;
    private static final String UNKNOWN = "Unknown token found:";
    private static final String BUDGET = "a budget";

    private static final Set<String> TAGS = Set.of(
            "if", "elif", "else", "endif", "for", "endfor", "set", "endset", "unless", "endunless", "raw", "endraw");
    private static final Set<String> FILTERS = Set.of(
            "default", "d", "join", "length", "count", "lower", "upper", "trim", "first", "last", "sort", "reverse",
            "unique", "tojson", "escape", "int", "string", "replace", "split", "add", "list");
    private static final Set<String> FUNCTIONS = Set.of(":range");

    private static final Jinjava ENGINE = engine();

    private TextRenderer() {}

    private static Jinjava engine() {
        Jinjava all = new Jinjava();
        Map<Library, Set<String>> disabled = new HashMap<>();
        disabled.put(Library.TAG, others(all.getGlobalContext().getAllTags(), TAGS));
        disabled.put(Library.FILTER, others(all.getGlobalContext().getAllFilters(), FILTERS));
        disabled.put(Library.FUNCTION, others(all.getGlobalContext().getAllFunctions(), FUNCTIONS));
        JinjavaConfig config = JinjavaConfig.newBuilder()
                .withDisabled(disabled)
                .withFailOnUnknownTokens(true)
                // What was filled in is a value, even where it looks like a text with fields.
                .withNestedInterpretationEnabled(false)
                .withMaxOutputSize(LONGEST_TEXT)
                .withMaxStringLength(LONGEST_STRING)
                .withMaxListSize(MOST_VALUES)
                .withMaxMapSize(MOST_VALUES)
                // Longer than the steps last: one that is too long fails instead of ending early.
                .withRangeLimit(MOST_STEPS + 1)
                .withMaxRenderDepth(8)
                .withElResolver(resolver())
                .withProcessors(JinjavaProcessors.newBuilder()
                        .withNodePreProcessor(TextRenderer::step)
                        .build())
                .build();
        return new Jinjava(config);
    }

    private static ELResolver resolver() {
        CompositeELResolver resolver = new CompositeELResolver();
        resolver.add(new ListELResolver(true));
        resolver.add(new MapELResolver(true));
        resolver.add(new LoopResolver());
        return resolver;
    }

    private static Set<String> others(Collection<? extends Importable> all, Set<String> allowed) {
        return all.stream()
                .map(Importable::getName)
                .filter(name -> !allowed.contains(name))
                .collect(Collectors.toSet());
    }

    private static void step(Node node, JinjavaInterpreter interpreter) {
        Budget budget = (Budget) interpreter.getContext().get(BUDGET);
        if (budget != null) budget.spend();
    }

    /**
     * Loops that hold nothing cost time without taking steps: so there is a time, too. It is the processor's, for a text is
     * no longer because the machine is busy.
     */
    private static final class Budget {
        private static final ThreadMXBean THREADS = ManagementFactory.getThreadMXBean();
        private final long until = THREADS.getCurrentThreadCpuTime() + LONGEST_NANOS;
        private int steps;

        void spend() {
            steps++;
            if (steps > MOST_STEPS || THREADS.getCurrentThreadCpuTime() > until) throw new OutOfBoundsException();
        }
    }

    private static final class OutOfBoundsException extends RuntimeException {
        private static final long serialVersionUID = 1;

        OutOfBoundsException() {
            super("out of bounds", null, false, false);
        }
    }

    /** What is wrong with a text whatever is filled in, as far as sample values show it. */
    static List<Mistake> mistakes(String platform, String text, Map<String, Object> sample) {
        Expansion expansion = render(platform, text, sample);
        return expansion instanceof Expansion.Mistaken mistaken ? mistaken.mistakes() : List.of();
    }

    static Expansion render(String platform, String text, Map<String, Object> values) {
        Optional<Mistake> refused = TextBounds.check(platform, text);
        if (refused.isPresent()) return new Expansion.Mistaken(List.of(refused.get()));
        Map<String, Object> bindings = new HashMap<>(values);
        bindings.put(BUDGET, new Budget());
        RenderResult result = ENGINE.renderForResult(text, bindings);
        if (!result.getErrors().isEmpty()) return new Expansion.Mistaken(mistakes(platform, result.getErrors()));
        List<String> lines = result.getOutput()
                .lines()
                .map(String::stripTrailing)
                .filter(line -> !line.isBlank())
                .toList();
        if (lines.isEmpty())
            return new Expansion.Mistaken(List.of(Mistake.in(platform, 0, "its text comes to nothing")));
        return new Expansion.Lines(lines);
    }

    /** What cannot be used has no value either: that it has none is not worth telling twice. */
    private static List<Mistake> mistakes(String platform, List<TemplateError> errors) {
        Map<Integer, List<TemplateError>> byLine = errors.stream()
                .collect(Collectors.groupingBy(TemplateError::getLineno, TreeMap::new, Collectors.toList()));
        List<Mistake> mistakes = new ArrayList<>();
        for (List<TemplateError> line : byLine.values()) {
            boolean isMoreKnown = line.stream().anyMatch(error -> !isUnknown(error));
            line.stream()
                    .filter(error -> !isMoreKnown || !isUnknown(error))
                    .map(error -> Mistake.in(platform, Math.max(0, error.getLineno()), message(error)))
                    .forEach(mistakes::add);
        }
        return mistakes.stream().distinct().limit(MOST_MISTAKES).toList();
    }

    private static boolean isUnknown(TemplateError error) {
        return String.valueOf(error.getMessage()).contains(UNKNOWN);
    }

    private static String message(TemplateError error) {
        String message = String.valueOf(error.getMessage());
        if (isTooMuch(error.getException()) || message.contains("TooBigException"))
            return "it is too much: too many steps, or a text or list without end";
        if (error.getReason() == ErrorReason.DISABLED) {
            String name = String.valueOf(error.getFieldName());
            return "\"" + name.substring(name.indexOf(':') + 1) + "\" is not allowed here";
        }
        if (isUnknown(error)) {
            String name = message.substring(message.indexOf(UNKNOWN) + UNKNOWN.length());
            return "\"" + name.strip() + "\" is no field, and nothing that is set above";
        }
        return message.lines().findFirst().orElse("it cannot be read");
    }

    private static boolean isTooMuch(@Nullable Throwable cause) {
        for (Throwable each = cause; each != null; each = each.getCause())
            if (each instanceof OutOfBoundsException) return true;
        return false;
    }
}
