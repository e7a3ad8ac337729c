package chaperone.core.platform;

import chaperone.core.pattern.QuickPattern;
import com.google.re2j.Pattern;
import com.google.re2j.PatternSyntaxException;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.yaml.snakeyaml.LoaderOptions;
import org.yaml.snakeyaml.Yaml;
import org.yaml.snakeyaml.error.Mark;
import org.yaml.snakeyaml.error.MarkedYAMLException;
import org.yaml.snakeyaml.error.YAMLException;
import org.yaml.snakeyaml.nodes.MappingNode;
import org.yaml.snakeyaml.nodes.Node;
import org.yaml.snakeyaml.nodes.NodeTuple;
import org.yaml.snakeyaml.nodes.ScalarNode;
import org.yaml.snakeyaml.nodes.SequenceNode;

/**
 * A YAML mapping whose entries are fetched by kind. What is missing or of the wrong kind is noted as a problem with its
 * place, and a harmless value is given instead so that reading goes on to the next mistake.
 */
final class YamlBlock {
    private static final int LONGEST_TEXT = 256 * 1024;
    private static final Pattern NAME = Pattern.compile("[a-z][a-z0-9-]{0,39}");

    private final String path;
    private final MappingNode node;
    private final List<PlatformProblem> problems;

    private YamlBlock(String path, MappingNode node, List<PlatformProblem> problems) {
        this.path = path;
        this.node = node;
        this.problems = problems;
        checkKeys();
    }

    /** The top mapping of {@code yaml}, or nothing and a problem. */
    static Optional<YamlBlock> parse(String yaml, List<PlatformProblem> problems) {
        if (yaml.length() > LONGEST_TEXT) {
            problems.add(new PlatformProblem(0, 0, "longer than " + LONGEST_TEXT + " characters"));
            return Optional.empty();
        }
        try {
            Node root = new Yaml(options()).compose(new StringReader(yaml));
            if (root instanceof MappingNode mapping) return Optional.of(new YamlBlock("", mapping, problems));
            problems.add(new PlatformProblem(0, 0, "expected entries like \"platform: name\""));
        } catch (MarkedYAMLException e) {
            Optional<Mark> mark = Optional.ofNullable(e.getProblemMark());
            problems.add(new PlatformProblem(
                    mark.map(Mark::getLine).orElse(0),
                    mark.map(Mark::getColumn).orElse(0),
                    "not YAML: " + e.getProblem()));
        } catch (YAMLException e) {
            problems.add(new PlatformProblem(0, 0, "not YAML: " + e.getMessage()));
        }
        return Optional.empty();
    }

    private static LoaderOptions options() {
        LoaderOptions options = new LoaderOptions();
        options.setMaxAliasesForCollections(10);
        options.setNestingDepthLimit(20);
        options.setCodePointLimit(LONGEST_TEXT);
        return options;
    }

    /** Notes every entry that is not known in this block, and every one that is written twice. */
    private void checkKeys() {
        List<String> known = PlatformKeys.namesIn(path);
        List<String> seen = new ArrayList<>();
        for (NodeTuple entry : node.getValue()) {
            String key = keyOf(entry);
            if (!known.contains(key)) {
                problem(
                        entry.getKeyNode(),
                        RenamedKeys.nowCalled(path, key)
                                .map(now -> "\"" + key + "\" is called \"" + now + "\" now")
                                .orElseGet(() ->
                                        "\"" + key + "\" is not known here; known are " + String.join(", ", known)));
            } else if (seen.contains(key)) {
                problem(entry.getKeyNode(), "\"" + key + "\" is written twice");
            }
            seen.add(key);
        }
    }

    boolean has(String key) {
        return find(key).isPresent();
    }

    /** A name that can stand in an address: small letters, digits, hyphens. */
    String name(String key) {
        String name = text(key);
        if (!name.isEmpty() && !NAME.matches(name)) {
            problem(key, "\"" + name + "\" must be 1 to 40 small letters, digits and hyphens, a letter first");
        }
        return name;
    }

    /** A text that is not empty. */
    String text(String key) {
        Optional<Node> value = required(key);
        if (value.isEmpty()) return "";
        if (!(value.get() instanceof ScalarNode scalar)) return wrongKind(value.get(), key, "a text", "");
        if (scalar.getValue().isEmpty()) problem(scalar, "\"" + key + "\" must not be empty");
        return scalar.getValue();
    }

    int number(String key, int least, int greatest) {
        String text = text(key);
        try {
            int number = Integer.parseInt(text);
            if (number >= least && number <= greatest) return number;
        } catch (NumberFormatException e) {
            // Reported below, like a number out of range.
        }
        if (!text.isEmpty()) problem(key, "\"" + text + "\" is not a whole number from " + least + " to " + greatest);
        return least;
    }

    /** One of these words; the first if it is another. */
    String oneOf(String key, String... values) {
        String text = text(key);
        if (Set.of(values).contains(text)) return text;
        if (!text.isEmpty()) problem(key, "\"" + text + "\" is not one of " + String.join(", ", values));
        return values[0];
    }

    Pattern pattern(String key) {
        return pattern(key, 0);
    }

    /** A pattern with at least {@code groups} groups. */
    Pattern pattern(String key, int groups) {
        return compiled(key, text(key), groups);
    }

    /** One that is tried on every statement of a configuration. */
    QuickPattern quick(String key, int groups) {
        return QuickPattern.of(pattern(key, groups));
    }

    Optional<QuickPattern> optionalQuick(String key, int groups) {
        return optionalPattern(key, groups).map(QuickPattern::of);
    }

    List<QuickPattern> quicks(String key) {
        return patterns(key).stream().map(QuickPattern::of).toList();
    }

    /** A list of patterns; empty if the key is absent. */
    List<Pattern> patterns(String key) {
        return texts(key).stream().map(text -> compiled(key, text, 0)).toList();
    }

    private Pattern compiled(String key, String text, int groups) {
        try {
            Pattern pattern = Pattern.compile(text, Pattern.MULTILINE);
            if (!text.isEmpty() && pattern.groupCount() < groups) {
                problem(key, "the pattern needs a group in round brackets around the value");
            }
            return pattern;
        } catch (PatternSyntaxException e) {
            problem(key, "not a pattern: " + e.getDescription() + " at \"" + e.getPattern() + "\"");
            return Pattern.compile("");
        }
    }

    Optional<Pattern> optionalPattern(String key, int groups) {
        return has(key) ? Optional.of(pattern(key, groups)) : Optional.empty();
    }

    Optional<String> optionalText(String key) {
        return has(key) ? Optional.of(text(key)) : Optional.empty();
    }

    Optional<YamlBlock> optionalBlock(String key) {
        return has(key) ? Optional.of(block(key)) : Optional.empty();
    }

    /** A list of texts; empty if the key is absent. */
    List<String> texts(String key) {
        Optional<Node> value = find(key);
        if (value.isEmpty()) return List.of();
        if (!(value.get() instanceof SequenceNode list)) return wrongKind(value.get(), key, "a list", List.of());
        return list.getValue().stream()
                .flatMap(item -> item instanceof ScalarNode scalar
                        ? Stream.of(scalar.getValue())
                        : wrongKind(item, key, "a list of texts", Stream.<String>empty()))
                .toList();
    }

    YamlBlock block(String key) {
        Optional<Node> value = required(key);
        if (value.isPresent() && value.get() instanceof MappingNode mapping) {
            return new YamlBlock(below(key), mapping, problems);
        }
        // Its entries would only be reported as missing once more: they go to a list that nobody reads.
        YamlBlock empty = new YamlBlock(
                below(key), new MappingNode(node.getTag(), List.of(), node.getFlowStyle()), new ArrayList<>());
        return value.isEmpty() ? empty : wrongKind(value.get(), key, "a block of entries", empty);
    }

    /** A list of mappings; empty if the key is absent. */
    List<YamlBlock> blocks(String key) {
        Optional<Node> value = find(key);
        if (value.isEmpty()) return List.of();
        if (!(value.get() instanceof SequenceNode list)) return wrongKind(value.get(), key, "a list", List.of());
        return list.getValue().stream().flatMap(item -> item(key, item)).toList();
    }

    private Stream<YamlBlock> item(String key, Node item) {
        if (item instanceof MappingNode mapping) return Stream.of(new YamlBlock(below(key), mapping, problems));
        return wrongKind(item, key, "a list of blocks", Stream.empty());
    }

    private String below(String key) {
        return path.isEmpty() ? key : path + "." + key;
    }

    private Optional<Node> required(String key) {
        Optional<Node> found = find(key);
        if (found.isEmpty()) problem(node, "\"" + key + "\" is missing");
        return found;
    }

    private Optional<Node> find(String key) {
        return node.getValue().stream()
                .filter(entry -> keyOf(entry).equals(key))
                .map(NodeTuple::getValueNode)
                .findFirst();
    }

    private static String keyOf(NodeTuple entry) {
        return entry.getKeyNode() instanceof ScalarNode scalar ? scalar.getValue() : "";
    }

    private <T> T wrongKind(Node at, String key, String expected, T instead) {
        problem(at, "\"" + key + "\" must be " + expected);
        return instead;
    }

    void problem(String key, String message) {
        problem(find(key).orElse(node), message);
    }

    private void problem(Node at, String message) {
        Mark mark = at.getStartMark();
        problems.add(
                new PlatformProblem(mark == null ? 0 : mark.getLine(), mark == null ? 0 : mark.getColumn(), message));
    }
}
