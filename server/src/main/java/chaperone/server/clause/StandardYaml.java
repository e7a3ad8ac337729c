package chaperone.server.clause;

import chaperone.server.problem.ProblemException;
import com.fasterxml.jackson.annotation.JsonInclude;
import jakarta.validation.ConstraintViolation;
import jakarta.validation.Validator;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.yaml.snakeyaml.DumperOptions;
import org.yaml.snakeyaml.LoaderOptions;
import org.yaml.snakeyaml.Yaml;
import org.yaml.snakeyaml.constructor.SafeConstructor;
import org.yaml.snakeyaml.error.MarkedYAMLException;
import org.yaml.snakeyaml.error.YAMLException;
import org.yaml.snakeyaml.nodes.Tag;
import org.yaml.snakeyaml.representer.Representer;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.MapperFeature;
import tools.jackson.databind.PropertyNamingStrategies;
import tools.jackson.databind.cfg.EnumFeature;
import tools.jackson.databind.exc.InvalidFormatException;
import tools.jackson.databind.exc.UnrecognizedPropertyException;
import tools.jackson.databind.json.JsonMapper;

/** Standards as YAML 1.1: the same fields as elsewhere, in small letters with hyphens between their words. */
@Component
public class StandardYaml {
    /** From and to what a YAML text is once it was read: maps, lists and scalars. */
    static final JsonMapper FIELDS = JsonMapper.builder()
            .propertyNamingStrategy(PropertyNamingStrategies.KEBAB_CASE)
            .enable(MapperFeature.ACCEPT_CASE_INSENSITIVE_ENUMS)
            .enable(EnumFeature.WRITE_ENUMS_TO_LOWERCASE)
            .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .changeDefaultPropertyInclusion(old -> old.withValueInclusion(JsonInclude.Include.NON_ABSENT))
            .build();

    private static final int DEEPEST = 20;

    private final Validator validator;

    StandardYaml(Validator validator) {
        this.validator = validator;
    }

    public String write(StandardText text) {
        DumperOptions options = new DumperOptions();
        options.setDefaultFlowStyle(DumperOptions.FlowStyle.BLOCK);
        options.setWidth(120);
        return new Yaml(new Lines(options), options).dump(FIELDS.convertValue(text, Map.class));
    }

    /** Texts of several lines as they are. */
    private static final class Lines extends Representer {
        Lines(DumperOptions options) {
            super(options);
            representers.put(
                    String.class,
                    text -> representScalar(
                            Tag.STR,
                            text.toString(),
                            text.toString().contains("\n")
                                    ? DumperOptions.ScalarStyle.LITERAL
                                    : DumperOptions.ScalarStyle.PLAIN));
        }
    }

    /** @throws ProblemException naming the line, or the clause and its field */
    public StandardText read(String yaml) {
        Object loaded = loaded(yaml);
        if (!(loaded instanceof Map<?, ?> fields) || fields.get("clauses") == null)
            throw malformed("it has no clauses");
        StandardText text = text(fields);
        Optional<ConstraintViolation<StandardText>> violation = validator.validate(text).stream()
                .min(Comparator.comparing(each -> each.getPropertyPath().toString()));
        violation.ifPresent(each -> {
            throw malformed(named(fields, each.getPropertyPath().toString()) + " " + each.getMessage());
        });
        return text;
    }

    /** Its bounds are those of the library: no aliases to speak of, no key twice. */
    static Object loaded(String yaml) {
        LoaderOptions options = new LoaderOptions();
        options.setAllowDuplicateKeys(false);
        options.setMaxAliasesForCollections(10);
        options.setNestingDepthLimit(DEEPEST);
        try {
            return new Yaml(new SafeConstructor(options)).load(yaml);
        } catch (MarkedYAMLException e) {
            String line = e.getProblemMark() == null
                    ? ""
                    : "line " + (e.getProblemMark().getLine() + 1) + ": ";
            throw malformed(line + e.getProblem());
        } catch (YAMLException e) {
            throw malformed(String.valueOf(e.getMessage()));
        }
    }

    private static StandardText text(Map<?, ?> fields) {
        try {
            StandardText text = FIELDS.convertValue(fields, StandardText.class);
            return text.values() == null ? new StandardText(text.clauses(), Map.of()) : text;
        } catch (JacksonException e) {
            String path = e.getPath().stream()
                    .map(step ->
                            step.getPropertyName() == null ? "[" + step.getIndex() + "]" : "." + step.getPropertyName())
                    .collect(Collectors.joining());
            String where = path.isEmpty() ? "" : named(fields, path.substring(1)) + " ";
            throw malformed(where + words(e));
        }
    }

    /** What is wrong with it, without the names of our own classes. */
    private static String words(JacksonException e) {
        if (e instanceof UnrecognizedPropertyException) return "is not known here";
        boolean isEnum = e instanceof InvalidFormatException wrong
                && wrong.getTargetType() != null
                && wrong.getTargetType().isEnum();
        if (!isEnum) return "is of another form than expected";
        Object[] values = ((InvalidFormatException) e).getTargetType().getEnumConstants();
        return "is none of "
                + Arrays.stream(values)
                        .map(value -> value.toString().toLowerCase(Locale.ROOT))
                        .collect(Collectors.joining(", "));
    }

    /** {@code clauses[2].limit} with the tag of the clause in place of its number. */
    private static String named(Map<?, ?> fields, String path) {
        int close = path.indexOf(']');
        if (!path.startsWith("clauses[") || close < 0) return "\"" + path + "\"";
        int number = Integer.parseInt(path.substring("clauses[".length(), close));
        String field = path.substring(Math.min(path.length(), close + 2));
        String clause = tagOf(fields, number).map(tag -> "clause " + tag).orElse("clause " + (number + 1));
        return field.isEmpty() ? clause : clause + ", \"" + field + "\":";
    }

    private static Optional<String> tagOf(Map<?, ?> fields, int number) {
        boolean isTagged = fields.get("clauses") instanceof List<?> clauses
                && number < clauses.size()
                && clauses.get(number) instanceof Map<?, ?> clause
                && clause.get("tag") != null;
        if (!isTagged) return Optional.empty();
        Map<?, ?> clause = (Map<?, ?>) ((List<?>) fields.get("clauses")).get(number);
        return Optional.of(clause.get("tag").toString());
    }

    private static ProblemException malformed(String what) {
        return new ProblemException(
                HttpStatus.UNPROCESSABLE_CONTENT,
                "yaml",
                "This is no standard: " + what + ".",
                "Mend it and send it again; nothing was kept.");
    }
}
