package chaperone.core.patch;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.change.ConfigModel;
import chaperone.core.config.ConfigStatement;
import chaperone.core.platform.Platforms;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** The planner's lists of commands, held against the shortest ones that a search finds. */
class ShortestPatchTest {
    private static final ConfigModel WALL = model("brisling");
    private static final EditLanguage LANGUAGE = (EditLanguage) WALL.way().orElseThrow();
    private static final List<String> STATEMENTS = List.of(
            "object kiosk host 192.0.2.1",
            "rule 1 do pass",
            "rule 1 do stop",
            "rule 2 do pass",
            "rule 2 do stop",
            "rule 3 do pass",
            "rule 3 do stop");
    private static final List<String> NAMES = List.of("object kiosk", "rule 1", "rule 2", "rule 3");

    private static ConfigModel model(String name) {
        var platform = Platforms.shipped().get(name);
        return ConfigModel.of(platform, platform.noise());
    }

    /** All lines that a person could type. */
    private static List<String> lines() {
        List<String> lines = new ArrayList<>(STATEMENTS);
        for (String name : NAMES) {
            lines.add("erase " + name);
            for (String other : NAMES.subList(1, NAMES.size()))
                if (name.startsWith("rule") && !name.equals(other))
                    lines.add("place " + name + " before " + other.substring("rule ".length()));
        }
        return lines;
    }

    /** Rules in their order, and whether the object is there: where that stands says nothing. */
    private static List<String> meaning(List<ConfigStatement> tree) {
        List<String> texts = new ArrayList<>();
        for (ConfigStatement each : tree) if (each.text().startsWith("object")) texts.add(each.text());
        for (ConfigStatement each : tree) if (each.text().startsWith("rule")) texts.add(each.text());
        return texts;
    }

    /** Breadth first: how many lines lead from one configuration to each other one. */
    private static Map<List<String>, Integer> distances(List<ConfigStatement> from) {
        Map<List<String>, Integer> found = new HashMap<>();
        Deque<List<ConfigStatement>> waiting = new ArrayDeque<>(List.of(from));
        found.put(meaning(from), 0);
        while (!waiting.isEmpty()) {
            List<ConfigStatement> at = waiting.remove();
            for (String line : lines()) {
                if (!(TypedLines.apply(at, List.of(line), LANGUAGE) instanceof TypedLines.Outcome.Understood next))
                    continue;
                int steps = found.get(meaning(at)) + 1;
                if (found.putIfAbsent(meaning(next.tree()), steps) == null) waiting.add(next.tree());
            }
        }
        return found;
    }

    private static List<ConfigStatement> tree(List<String> texts) {
        return texts.stream().map(ConfigStatement::line).toList();
    }

    /** From every small configuration to every other one: never a command more than the shortest list has. */
    @Test
    void noListIsLongerThanTheShortest() {
        List<List<String>> all = List.copyOf(distances(List.of()).keySet());
        assertThat(all).hasSize(2 * 79);
        for (int i = 0; i < all.size(); i += 8) {
            List<String> from = all.get(i);
            Map<List<String>, Integer> shortest = distances(tree(from));
            for (List<String> to : all) {
                int planned = LANGUAGE.between(tree(from), tree(to), WALL.structure())
                        .lines()
                        .size();
                assertThat(planned).as("from %s to %s", from, to).isLessThanOrEqualTo(shortest.get(to));
            }
        }
    }

    /** In a list of 5,000 rules, one that goes elsewhere is one command; behind the last one, where nothing is placed, two. */
    @Test
    void oneMoveIsOneCommand() {
        List<String> rules = IntStream.range(0, 5000)
                .mapToObj(number -> "rule " + number + " do pass")
                .toList();
        for (int[] move : new int[][] {{4999, 0}, {17, 2500}, {2500, 2501}, {4998, 17}, {0, 4998}}) {
            assertThat(moved(rules, move[0], move[1])).hasSize(1).allMatch(line -> line.startsWith("place rule "));
        }
        assertThat(moved(rules, 0, 4999)).containsExactly("erase rule 0", "rule 0 do pass");
    }

    private static List<String> moved(List<String> rules, int from, int to) {
        List<String> moved = new ArrayList<>(rules);
        moved.add(to, moved.remove(from));
        return LANGUAGE.between(tree(rules), tree(moved), WALL.structure()).lines();
    }
}
