package chaperone.core.platform;

import chaperone.core.fact.Facts;
import chaperone.core.fact.Facts.Module;
import chaperone.core.fact.Facts.Storage;
import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * The request for a device's facts, and for each fact that the family tells a pattern whose first group is its value.
 *
 * @param uptime with a group for each of {@code days}, {@code hours}, {@code minutes}, {@code seconds} that is told
 */
public record FactPatterns(
        String request,
        Pattern name,
        Optional<Pattern> model,
        Optional<Pattern> serial,
        Optional<Pattern> release,
        Optional<Pattern> macBase,
        Optional<Pattern> installMode,
        Optional<Pattern> uptime,
        Optional<StoragePatterns> storage,
        Optional<ModulePatterns> modules) {
    /** More than any chassis has; what comes behind is left out. */
    private static final int MOST_MODULES = 1000;

    private static final Map<String, Duration> UNITS = Map.of(
            "days", Duration.ofDays(1),
            "hours", Duration.ofHours(1),
            "minutes", Duration.ofMinutes(1),
            "seconds", Duration.ofSeconds(1));

    /** Room for files, in bytes. */
    public record StoragePatterns(String request, Pattern free, Optional<Pattern> total) {}

    /** @param module matches one; its groups are {@code slot} and, where told, {@code name} and {@code serial} */
    public record ModulePatterns(String request, Pattern module) {}

    /**
     * Asks what has to be asked, each request once.
     *
     * @param ask the answer to a request
     */
    public Facts read(UnaryOperator<String> ask) {
        Map<String, String> answers = new HashMap<>();
        UnaryOperator<String> once = wanted -> answers.computeIfAbsent(wanted, ask);
        String answer = once.apply(request);
        return new Facts(
                first(name, answer),
                first(model, answer),
                first(serial, answer),
                first(release, answer),
                first(macBase, answer),
                first(installMode, answer),
                uptime.flatMap(pattern -> duration(pattern, answer)),
                storage.flatMap(patterns -> storage(patterns, once.apply(patterns.request()))),
                modules.flatMap(patterns -> modules(patterns.module(), once.apply(patterns.request()))));
    }

    private static Optional<Storage> storage(StoragePatterns patterns, String answer) {
        Optional<Long> total = first(patterns.total(), answer).flatMap(FactPatterns::number);
        return first(patterns.free(), answer).flatMap(FactPatterns::number).map(free -> new Storage(total, free));
    }

    /** No answer at all is not the answer that there are none. */
    private static Optional<List<Module>> modules(Pattern module, String answer) {
        if (answer.isBlank()) return Optional.empty();
        List<Module> found = new ArrayList<>();
        Matcher matcher = module.matcher(answer);
        while (found.size() < MOST_MODULES && matcher.find()) {
            found.add(new Module(
                    group(module, matcher, "slot"), group(module, matcher, "name"), group(module, matcher, "serial")));
        }
        return Optional.of(found);
    }

    private static Optional<Duration> duration(Pattern pattern, String answer) {
        Matcher matcher = pattern.matcher(answer);
        if (!LineStart.find(matcher, answer)) return Optional.empty();
        Duration sum = Duration.ZERO;
        for (Map.Entry<String, Duration> unit : UNITS.entrySet()) {
            long count = number(group(pattern, matcher, unit.getKey())).orElse(0L);
            sum = sum.plus(unit.getValue().multipliedBy(count));
        }
        return Optional.of(sum);
    }

    private static String group(Pattern pattern, Matcher matcher, String name) {
        if (!pattern.namedGroups().containsKey(name)) return "";
        String group = matcher.group(name);
        return group == null ? "" : group;
    }

    /** Up to twelve digits: more is no number of seconds or bytes that any device means. */
    private static Optional<Long> number(String text) {
        boolean isNumber =
                !text.isEmpty() && text.length() <= 12 && text.chars().allMatch(c -> c >= '0' && c <= '9');
        return isNumber ? Optional.of(Long.parseLong(text)) : Optional.empty();
    }

    private static Optional<String> first(Optional<Pattern> pattern, String text) {
        return pattern.flatMap(wanted -> first(wanted, text));
    }

    private static Optional<String> first(Pattern pattern, String text) {
        Matcher matcher = pattern.matcher(text);
        return LineStart.find(matcher, text) ? Optional.of(matcher.group(1)) : Optional.empty();
    }
}
