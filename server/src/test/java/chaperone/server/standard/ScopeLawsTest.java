package chaperone.server.standard;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import tools.jackson.databind.JsonNode;

/** Which devices a clause is for: sets of devices, as the algebra of sets has it, and as the fleet's page counts them. */
@Timeout(120)
class ScopeLawsTest {
    private static final long SEED = Long.getLong("seed", 20261201L);
    private static final List<String> NAMES =
            List.of("brkw-acc-1", "brkw-acc-2", "brkw-core-1", "cairn-acc-1", "cairn-core-1", "duns-acc-1");
    private static final List<String> ATOMS = List.of(
            "site is Brackwater",
            "site is \"Cairn Point\", Dunsay",
            "role is access",
            "tag is quay",
            "group is lamps",
            "name is brkw-acc-1, duns-acc-1",
            "name is nobody",
            "platform is corvane",
            "platform is pellon",
            "acc");

    private static TestServer server;
    private static Api engineer;

    @BeforeAll
    static void start() {
        server = TestServer.start(DevicePorts.next());
        engineer = server.as(Role.ENGINEER);
        String rows = NAMES.stream()
                .map(name -> server.standIn(name).address().getHostString() + ","
                        + (name.contains("acc") ? "access" : "core") + "," + (name.endsWith("1") ? "quay" : "hill"))
                .collect(Collectors.joining("\n"));
        server.bringIn(engineer, "address,role,tags\n" + rows + "\n");
        Map<String, String> sites = Map.of("brkw", "Brackwater", "cairn", "Cairn Point", "duns", "Dunsay");
        sites.forEach((code, name) -> {
            engineer.put("/api/sites/" + code, Map.of("name", name));
            List<String> here =
                    NAMES.stream().filter(each -> each.startsWith(code)).toList();
            engineer.post("/api/devices/edit", Map.of("devices", here, "site", name));
        });
        engineer.put("/api/groups/lamps", Map.of("query", "role is core or tag is hill", "note", ""));
        NAMES.forEach(engineer::copy);
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private record Pair(String one, String other) {
        private Stream<String> scopes() {
            return Stream.of(
                    one,
                    other,
                    "(" + one + ") and (" + other + ")",
                    "(" + one + ") or (" + other + ")",
                    "not (" + one + ")");
        }
    }

    @Test
    void scopesAreSets() {
        Random random = new Random(SEED);
        List<Pair> pairs = new ArrayList<>();
        for (int i = 0; i < 60; i++) pairs.add(new Pair(any(random, 2), any(random, 2)));
        Map<String, Set<String>> asked =
                asked(pairs.stream().flatMap(Pair::scopes).distinct().toList());
        Set<String> all = Set.copyOf(NAMES);
        assertThat(asked.values().stream().distinct().count())
                .as("sets of all kinds")
                .isGreaterThan(10);
        for (Pair each : pairs) {
            List<Set<String>> sets = each.scopes().map(asked::get).toList();
            Set<String> both = new HashSet<>(sets.get(0));
            both.retainAll(sets.get(1));
            Set<String> either = new HashSet<>(sets.get(0));
            either.addAll(sets.get(1));
            Set<String> rest = new HashSet<>(all);
            rest.removeAll(sets.get(0));
            assertThat(sets.get(2))
                    .as("%s and %s, seed %d", each.one(), each.other(), SEED)
                    .isEqualTo(both);
            assertThat(sets.get(3)).as("%s or %s", each.one(), each.other()).isEqualTo(either);
            assertThat(sets.get(4)).as("not %s", each.one()).isEqualTo(rest);
            assertThat(fleet(each.one()))
                    .as("on the fleet's page: %s", each.one())
                    .isEqualTo(sets.get(0));
        }
    }

    private static String any(Random random, int depth) {
        int kind = depth == 0 ? 0 : random.nextInt(4);
        String one = ATOMS.get(random.nextInt(ATOMS.size()));
        if (kind == 1) return "(" + one + ") and not (" + any(random, depth - 1) + ")";
        if (kind == 2) return "(" + any(random, depth - 1) + ") or (" + one + ")";
        return kind == 3 ? "not (" + any(random, depth - 1) + ")" : one;
    }

    /** A clause that fails on every device that it is for tells which those are. */
    private static Map<String, Set<String>> asked(List<String> scopes) {
        List<Map<String, Object>> clauses = new ArrayList<>();
        for (int i = 0; i < scopes.size(); i++)
            clauses.add(Map.of(
                    "tag",
                    "c" + i,
                    "reason",
                    "r",
                    "binding",
                    "ADVISE",
                    "platform",
                    "corvane",
                    "scope",
                    scopes.get(i),
                    "kind",
                    "FORBIDDEN",
                    "pattern",
                    "^name "));
        JsonNode trial = engineer.post("/api/standards/fleet-trial", Map.of("clauses", clauses, "values", Map.of()))
                .json(200);
        Map<String, Set<String>> asked = new HashMap<>();
        for (int i = 0; i < scopes.size(); i++) {
            JsonNode row = trial.get(i);
            Set<String> failing = names(row.get("failing").valueStream());
            assertThat(row.get("pass").asInt() + row.get("notKnown").asInt()).isZero();
            assertThat(row.get("notAsked").asInt()).isEqualTo(NAMES.size() - failing.size());
            asked.put(scopes.get(i), failing);
        }
        return asked;
    }

    private static Set<String> fleet(String query) {
        String path = "/api/devices?size=100&query=" + URLEncoder.encode(query, StandardCharsets.UTF_8);
        return names(engineer.get(path).json(200).get("devices").valueStream().map(each -> each.get("name")));
    }

    private static Set<String> names(Stream<JsonNode> nodes) {
        return nodes.map(JsonNode::asString).collect(Collectors.toSet());
    }
}
