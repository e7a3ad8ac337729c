package chaperone.server.clause;

import chaperone.server.clause.ClauseText.Kind;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Clauses that ship with the product, each with a configuration that keeps to it and one that does not. */
@Component
class ClauseLibrary {
    private static final List<String> PLATFORMS = List.of("corvane", "altamont", "brisling", "pellon");

    private final List<ShippedClause> clauses =
            PLATFORMS.stream().flatMap(platform -> read(platform).stream()).toList();

    /**
     * A shipped clause.
     *
     * @param fields examples of what a site fills in
     * @param passes a piece of a configuration that keeps to it; absent where none could tell
     */
    record ShippedClause(
            ClauseText clause, Map<String, String> fields, Optional<String> passes, Optional<String> fails) {
        ShippedClause {
            fields = Map.copyOf(fields);
        }
    }

    List<ShippedClause> all() {
        return clauses;
    }

    private static List<ShippedClause> read(String platform) {
        try (InputStream file = ClauseLibrary.class.getResourceAsStream("/clauses/" + platform + ".yaml")) {
            String yaml = new String(file.readAllBytes(), StandardCharsets.UTF_8);
            JsonNode whole = StandardYaml.FIELDS.valueToTree(StandardYaml.loaded(yaml));
            List<ShippedClause> read = new ArrayList<>();
            for (JsonNode each : whole.get("clauses"))
                read.add(clause(platform, (ObjectNode) each, whole.get("fields")));
            return read;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static ShippedClause clause(String platform, ObjectNode written, JsonNode fields) {
        Optional<String> passes = Optional.ofNullable(written.remove("passes")).map(JsonNode::asString);
        Optional<String> fails = Optional.ofNullable(written.remove("fails")).map(JsonNode::asString);
        written.put("platform", platform).put("scope", "");
        ClauseText clause = StandardYaml.FIELDS.treeToValue(written, ClauseText.class);
        if (clause.kind() != Kind.KNOWN && (passes.isEmpty() || fails.isEmpty()))
            throw new IllegalStateException(platform + " " + clause.tag() + " has no samples");
        Map<String, String> examples = fields.properties().stream()
                .filter(field -> clause.fields().contains(field.getKey()))
                .collect(Collectors.toMap(
                        Map.Entry::getKey, field -> field.getValue().asString()));
        return new ShippedClause(clause, examples, passes, fails);
    }
}
