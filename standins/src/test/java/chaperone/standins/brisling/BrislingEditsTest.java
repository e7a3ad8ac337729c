package chaperone.standins.brisling;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;

/** Rules that are placed, given again and erased, against a plain list of their numbers. */
class BrislingEditsTest {
    private static BrislingConfig withRules(Set<Integer> numbers) throws ErrorLine {
        BrislingConfig config = new BrislingConfig();
        config.set("zone quay ports e1");
        config.set("object kiosk-1 host 192.0.2.10");
        for (int number : numbers) config.set(rule(number, "first"));
        return config;
    }

    private static String rule(int number, String text) {
        return "rule " + number + " \"" + text
                + "\" from quay to any source kiosk-1 destination any service any do pass";
    }

    @Property
    void placingMovesOneRuleAndLeavesTheOthersInTheirOrder(
            @ForAll @Size(min = 2, max = 12) Set<@IntRange(min = 1, max = 999) Integer> numbers,
            @ForAll @Size(max = 15) List<@IntRange(min = 0, max = 1000) Integer> picks)
            throws ErrorLine {
        BrislingConfig config = withRules(numbers);
        List<String> expected =
                new ArrayList<>(numbers.stream().map(String::valueOf).toList());
        for (int pick : picks) {
            String moved = expected.get(pick % expected.size());
            String before = expected.get((pick / 3) % expected.size());
            if (moved.equals(before)) continue;
            config.place(moved, before);
            expected.remove(moved);
            expected.add(expected.indexOf(before), moved);
            assertThat(config.rules()).isEqualTo(expected);
        }
        assertThat(BrislingConfig.parse(config.print()).rules()).isEqualTo(expected);
    }

    @Property
    void aRuleThatIsGivenAgainStaysWhereItIs(
            @ForAll @Size(min = 1, max = 12) Set<@IntRange(min = 1, max = 999) Integer> numbers) throws ErrorLine {
        BrislingConfig config = withRules(numbers);
        List<String> before = config.rules();
        for (int number : numbers) config.set(rule(number, "again"));
        assertThat(config.rules()).isEqualTo(before);
        assertThat(config.print()).doesNotContain("\"first\"");
    }

    @Property
    void whatARuleNamesStaysUntilTheLastOfThemIsErased(
            @ForAll @Size(min = 1, max = 12) Set<@IntRange(min = 1, max = 999) Integer> numbers) throws ErrorLine {
        BrislingConfig config = withRules(numbers);
        for (int number : numbers) {
            assertThatThrownBy(() -> config.erase("object kiosk-1")).hasMessageContaining("is in use");
            config.erase("rule " + number);
        }
        config.erase("object kiosk-1");
        assertThat(config.print()).isEqualTo("zone quay ports e1\n");
    }

    @Property
    void aCopyKeepsItsOwnOrder(@ForAll @Size(min = 2, max = 12) Set<@IntRange(min = 1, max = 999) Integer> numbers)
            throws ErrorLine {
        BrislingConfig config = withRules(numbers);
        BrislingConfig copy = config.copy();
        String before = copy.print();
        List<String> rules = config.rules();
        config.place(rules.get(rules.size() - 1), rules.get(0));
        assertThat(copy.print()).isEqualTo(before);
    }
}
