package chaperone.core.template;

import chaperone.core.template.Field.Kind;
import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Reusable text with fields.
 *
 * @param variants the text by the name of the platform
 */
public record Template(List<Field> fields, Map<String, String> variants) {
    private static final Pattern WORKED_OUT = Pattern.compile("(?s)\\{\\{.*?\\}\\}|\\{%.*?%\\}");

    /** What every text may say of the device that it is filled in for. */
    static final String DEVICE = "device";

    public Template {
        fields = List.copyOf(fields);
        variants = Map.copyOf(variants);
    }

    /** Everything that is wrong with it, whatever will be filled in. */
    public List<Mistake> mistakes() {
        List<Mistake> mistakes = new ArrayList<>();
        Set<String> names = new HashSet<>();
        for (Field field : fields) {
            if (!Field.isName(field.name()) || field.name().equals(DEVICE))
                mistakes.add(Mistake.of(
                        field.name(), "a field's name is of letters a to z, digits and _, and not \"" + DEVICE + "\""));
            else if (!names.add(field.name())) mistakes.add(Mistake.of(field.name(), "there are two of this name"));
            else if (field.kind() == Kind.PORTS && field.fallback().isPresent())
                mistakes.add(Mistake.of(field.name(), "ports are picked on each device: there is no default"));
            else
                field.fallback()
                        .flatMap(value -> FieldValue.problem(field, value))
                        .ifPresent(problem -> mistakes.add(Mistake.of(field.name(), "its default is " + problem)));
        }
        if (!mistakes.isEmpty()) return mistakes;
        variants.forEach((platform, text) -> mistakes.addAll(TextRenderer.mistakes(platform, text, sample())));
        return mistakes;
    }

    /**
     * @param shared values for all devices, by field
     * @return the mistakes of this device alone
     */
    public Expansion expand(Map<String, String> shared, FilledDevice device) {
        Optional<String> text = Optional.ofNullable(variants.get(device.platform()));
        if (text.isEmpty()) {
            String message = "there is no text for this platform";
            return new Expansion.Mistaken(List.of(Mistake.in(device.platform(), 0, message)));
        }
        List<Mistake> mistakes = new ArrayList<>();
        Map<String, Object> values = new HashMap<>();
        // What this text does not ask for, nobody has to give.
        for (Field field : askedBy(device.platform())) {
            if (field.kind() == Kind.PORTS) values.put(field.name(), ports(field, device, mistakes));
            else value(field, shared, device, mistakes).ifPresent(value -> values.put(field.name(), value));
        }
        if (!mistakes.isEmpty()) return new Expansion.Mistaken(mistakes);
        values.put(DEVICE, device(device.name(), device.site(), device.model()));
        return TextRenderer.render(device.platform(), text.get(), values);
    }

    /** As a word anywhere in what is worked out: {@code {{ … }}} and {@code {% … %}}. */
    private static boolean isUsed(Field field, String text) {
        StringBuilder workedOut = new StringBuilder();
        Matcher part = WORKED_OUT.matcher(text);
        while (part.find()) workedOut.append(part.group()).append('\n');
        return Pattern.compile("(^|[^A-Za-z0-9_])" + field.name() + "($|[^A-Za-z0-9_])")
                .matcher(workedOut)
                .find();
    }

    /** The fields that the text for a platform asks for; none if there is no such text. */
    public List<Field> askedBy(String platform) {
        String text = variants.getOrDefault(platform, "");
        return fields.stream().filter(field -> isUsed(field, text)).toList();
    }

    private static Optional<Object> value(
            Field field, Map<String, String> shared, FilledDevice device, List<Mistake> mistakes) {
        Optional<String> given = given(device.values().get(field.name()))
                .or(() -> field.isPerDevice() ? Optional.empty() : given(shared.get(field.name())))
                .or(field::fallback);
        if (given.isEmpty()) {
            mistakes.add(Mistake.of(field.name(), "it has no value"));
            return Optional.empty();
        }
        Optional<String> problem = FieldValue.problem(field, given.get());
        if (problem.isPresent()) {
            mistakes.add(Mistake.of(field.name(), "\"" + given.get() + "\" is " + problem.get()));
            return Optional.empty();
        }
        return Optional.of(FieldValue.of(field, given.get()));
    }

    private static Optional<String> given(String value) {
        return Optional.ofNullable(value).filter(text -> !text.isBlank());
    }

    private static List<String> ports(Field field, FilledDevice device, List<Mistake> mistakes) {
        List<String> chosen = device.chosen().getOrDefault(field.name(), List.of());
        Set<String> there = Set.copyOf(device.ports());
        String missing =
                chosen.stream().filter(port -> !there.contains(port)).limit(5).collect(Collectors.joining(", "));
        if (!missing.isEmpty()) mistakes.add(Mistake.of(field.name(), "the device has no port " + missing));
        if (chosen.isEmpty()) mistakes.add(Mistake.of(field.name(), "no port is picked"));
        return chosen.stream().distinct().toList();
    }

    private Map<String, Object> sample() {
        Map<String, Object> values = new HashMap<>();
        for (Field field : fields) values.put(field.name(), FieldValue.sample(field));
        values.put(DEVICE, device("name", "site", "model"));
        return values;
    }

    private static Map<String, Object> device(String name, String site, String model) {
        return Map.of("name", name, "site", site, "model", model);
    }
}
