package chaperone.server;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Requests made from the server's own description, with values that are none: whatever is sent, the answer is one of
 * ours, and never an error that the server did not foresee.
 */
@Timeout(1200)
class MutatedRequestsTest {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int TRIES = Integer.getInteger("mutated.requests", 400);
    /** Streams do not end, and who logs out or locks the account has seen the last of it. */
    private static final Set<String> LEFT_OUT = Set.of(
            "GET /api/events",
            "DELETE /api/session",
            "POST /api/session",
            "PUT /api/account/password",
            "PUT /api/accounts/{name}",
            "PUT /api/callable");

    private static final String[] TEXTS = {
        "",
        " ",
        "brkw-acc-1",
        "1",
        "-1",
        "a".repeat(300),
        "\u0000",
        "\ud800",
        "ä\u202e",
        "../..",
        "%00",
        "' or 1=1 --",
        "<script>",
        "null",
        "0x10",
        "1e999",
        "9999999999999999999",
        "RUNNING",
        "corvane",
        "daily 02:30",
        "weekly , 1",
        "UTC",
        "name is a",
        "2026-11-23T08:00:00Z",
        "+999999999-12-31T23:59:59Z",
        "-1000000000-01-01T00:00:00Z",
        "127.20.1.21",
        "::1",
        "\n\n",
        "{}",
        "[[[",
        "(",
        "*",
        "[a-",
        "\\",
        "switches"
    };

    private final Random random = new Random(Long.getLong("mutated.seed", 20261129));

    @Test
    void noRequestMeetsAnErrorThatNobodyForesaw() {
        try (TestServer server = TestServer.start(DevicePorts.next())) {
            Api administrator = server.as(Role.ADMINISTRATOR);
            server.bringIn(administrator, "127.20.1.21");
            administrator.copy("brkw-acc-1");
            JsonNode description = administrator.get("/v3/api-docs").json(200);
            List<String> operations = operations(description);
            assertThat(operations).hasSizeGreaterThan(80);
            Map<String, String> met = new TreeMap<>();
            for (int i = 0; i < TRIES; i++) {
                String operation = operations.get(random.nextInt(operations.size()));
                String method = operation.substring(0, operation.indexOf(' '));
                String path = operation.substring(operation.indexOf(' ') + 1);
                JsonNode described = description.get("paths").get(path).get(method.toLowerCase(java.util.Locale.ROOT));
                String address = address(path, described);
                String body = body(described, description);
                Api.Answer answer = administrator.send(method, address, body);
                boolean isForeseen = answer.status() < 500 || answer.status() == 503;
                boolean isPlain =
                        !answer.body().contains("Exception:") && !answer.body().contains("at chaperone.");
                if (!isForeseen || !isPlain) met.put(operation, address + " " + body + " -> " + answer.body());
            }
            assertThat(met).isEmpty();
            administrator.get("/api/session").json(200);
        }
    }

    private static List<String> operations(JsonNode description) {
        List<String> operations = new ArrayList<>();
        description
                .get("paths")
                .properties()
                .forEach(path -> path.getValue().propertyNames().forEach(method -> {
                    String operation = method.toUpperCase(java.util.Locale.ROOT) + " " + path.getKey();
                    if (!LEFT_OUT.contains(operation)) operations.add(operation);
                }));
        return operations;
    }

    private String address(String path, JsonNode operation) {
        StringBuilder query = new StringBuilder();
        String address = path;
        if (!operation.has("parameters")) return address;
        for (JsonNode parameter : operation.get("parameters")) {
            String name = parameter.get("name").asString();
            String value = escaped(text());
            if (parameter.get("in").asString().equals("path")) {
                address = address.replace("{" + name + "}", value.isEmpty() ? "x" : value);
            } else if (random.nextInt(3) > 0) {
                query.append(query.isEmpty() ? '?' : '&')
                        .append(name)
                        .append('=')
                        .append(value);
            }
        }
        return address + query;
    }

    private String escaped(String text) {
        if (random.nextInt(20) == 0) return "%ff%c3";
        // Half a character cannot be written in UTF-8: then its three bytes stand there.
        return URLEncoder.encode(text, StandardCharsets.UTF_8)
                .replace("+", "%20")
                .replace("%2F", "x");
    }

    private String body(JsonNode operation, JsonNode description) {
        if (!operation.has("requestBody")) return "";
        JsonNode schema = operation.get("requestBody").get("content").get("application/json");
        if (schema == null) return "{}";
        JsonNode value = value(schema.get("schema"), description, 0);
        String body = JSON.writeValueAsString(value);
        if (random.nextInt(15) == 0) return body.substring(0, random.nextInt(body.length() + 1));
        return body.isEmpty() ? "{}" : body;
    }

    private JsonNode value(JsonNode schema, JsonNode description, int depth) {
        if (depth > 5 || random.nextInt(12) == 0) return odd();
        if (schema.has("$ref")) {
            String name = schema.get("$ref").asString().replace("#/components/schemas/", "");
            return value(description.get("components").get("schemas").get(name), description, depth + 1);
        }
        String type = schema.has("type") ? schema.get("type").asString() : "object";
        return switch (type) {
            case "object" -> object(schema, description, depth);
            case "array" -> {
                ArrayNode array = JSON.createArrayNode();
                for (int i = random.nextInt(3); i > 0 && schema.has("items"); i--)
                    array.add(value(schema.get("items"), description, depth + 1));
                yield array;
            }
            case "integer", "number" -> JSON.getNodeFactory().numberNode(number());
            case "boolean" -> JSON.getNodeFactory().booleanNode(random.nextBoolean());
            default -> JSON.getNodeFactory().stringNode(oneOf(schema));
        };
    }

    private JsonNode object(JsonNode schema, JsonNode description, int depth) {
        ObjectNode object = JSON.createObjectNode();
        if (!schema.has("properties")) return object.put(text(), text());
        schema.get("properties").properties().forEach(member -> {
            if (random.nextInt(8) > 0) object.set(member.getKey(), value(member.getValue(), description, depth + 1));
        });
        if (random.nextInt(10) == 0) object.put(text(), text());
        return object;
    }

    private String oneOf(JsonNode schema) {
        boolean isChosen = schema.has("enum") && random.nextInt(5) > 0;
        return isChosen
                ? schema.get("enum")
                        .get(random.nextInt(schema.get("enum").size()))
                        .asString()
                : text();
    }

    private JsonNode odd() {
        return switch (random.nextInt(6)) {
            case 0 -> JSON.getNodeFactory().nullNode();
            case 1 -> JSON.createArrayNode().add(1);
            case 2 -> JSON.createObjectNode().put("a", 1);
            case 3 -> JSON.getNodeFactory().numberNode(number());
            case 4 -> JSON.getNodeFactory().booleanNode(true);
            default -> JSON.getNodeFactory().stringNode(text());
        };
    }

    private long number() {
        long[] numbers = {0, 1, 2, -1, 22, 65_535, 65_536, Integer.MAX_VALUE, Long.MAX_VALUE, Long.MIN_VALUE, 7};
        return numbers[random.nextInt(numbers.length)];
    }

    private String text() {
        return TEXTS[random.nextInt(TEXTS.length)];
    }
}
