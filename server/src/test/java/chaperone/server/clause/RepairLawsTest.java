package chaperone.server.clause;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.change.ConfigModel;
import chaperone.core.config.ConfigStatement;
import chaperone.core.platform.Platforms;
import chaperone.core.standard.Clause;
import chaperone.core.standard.Judge;
import chaperone.core.standard.Standing;
import chaperone.core.standard.Verdict.Kind;
import chaperone.server.clause.ClauseLibrary.ShippedClause;
import chaperone.standins.StandIns;
import chaperone.standins.demo.DemoFleet;
import chaperone.standins.demo.DemoHistory;
import chaperone.standins.demo.Unit;
import chaperone.standins.device.Device;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * What the repair of a shipped clause promises, on configurations of the demo's devices and their past of which statements
 * are missing by chance. The stand-ins' own engines take the commands; they share no code with the judge or the planner.
 */
class RepairLawsTest {
    /** Configurations of each family; ten times as many in the thorough run. */
    private static final int TRIES = Integer.getInteger("patches", 700) / 20;

    private static final Instant NOW = Instant.parse("2026-11-23T07:58:00Z");
    private static final Clock CLOCK = Clock.fixed(NOW, ZoneOffset.UTC);
    private static final List<ShippedClause> SHIPPED = new ClauseLibrary().all();

    @ParameterizedTest
    @ValueSource(strings = {"corvane", "altamont", "brisling", "pellon"})
    void theEngineTakesItTheClauseHoldsAndNothingThatHeldFails(String platform) {
        ConfigModel model = ConfigModel.of(
                Platforms.shipped().get(platform),
                Platforms.shipped().get(platform).noise());
        List<Unit> units = DemoFleet.units().stream()
                .filter(unit -> unit.hardware().maker().toLowerCase(Locale.ROOT).equals(platform))
                .toList();
        List<ShippedClause> clauses = SHIPPED.stream()
                .filter(each -> each.clause().platform().equals(platform))
                .toList();
        Random random = new Random(20261130);
        int repairs = 0;
        for (int i = 0; i < TRIES; i++) {
            Unit unit = units.get(random.nextInt(units.size()));
            Device device = some(unit, model, random);
            for (ShippedClause each : clauses) repairs += repaired(each, clauses, device, model);
        }
        assertThat(repairs).as("something was repaired").isPositive();
    }

    private static int repaired(ShippedClause shipped, List<ShippedClause> all, Device device, ConfigModel model) {
        String before = device.keptRunning();
        Clause clause = shipped.clause().clause();
        if (judge(before, model).verdict(clause).kind() != Kind.FAIL) return 0;
        Optional<String> target = judge(before, model).repaired(clause);
        if (target.isEmpty()) return 0;
        Set<String> held = holding(all, before, model);
        List<String> commands = model.patch(before, target.get()).lines();
        device.type("repairer", commands);
        String what = shipped.clause().tag() + ": " + commands + "\n" + before;
        Set<String> holds = holding(all, device.keptRunning(), model);
        assertThat(holds).as(what).contains(shipped.clause().tag()).containsAll(held);
        assertThat(model.differences(target.get(), device.keptRunning())
                        .counts()
                        .areNone())
                .as(what)
                .isTrue();
        return 1;
    }

    private static Set<String> holding(List<ShippedClause> all, String text, ConfigModel model) {
        return all.stream()
                .filter(each ->
                        judge(text, model).verdict(each.clause().clause()).kind() == Kind.PASS)
                .map(each -> each.clause().tag())
                .collect(Collectors.toSet());
    }

    private static Judge judge(String text, ConfigModel model) {
        Map<String, String> fields = new HashMap<>();
        SHIPPED.forEach(each -> fields.putAll(each.fields()));
        return new Judge(text, model, fields, Standing.UNKNOWN);
    }

    /** One that a device takes: where something names what was taken out, less is taken out. */
    private static Device some(Unit unit, ConfigModel model, Random random) {
        List<DemoHistory.Moment> past = DemoHistory.of(unit, NOW);
        List<ConfigStatement> tree = model.grammar()
                .read(past.get(random.nextInt(past.size())).kept())
                .statements();
        for (double often = 0.1; ; often *= 0.7) {
            String text = model.grammar().write(without(tree, random, often));
            try {
                Device device = StandIns.deviceOf(unit.hardware(), text, text, CLOCK);
                device.type("maker", List.of());
                return device;
            } catch (IllegalArgumentException e) {
                assertThat(often).as(e.getMessage()).isGreaterThan(0.000_01);
            }
        }
    }

    private static List<ConfigStatement> without(List<ConfigStatement> tree, Random random, double often) {
        List<ConfigStatement> left = new ArrayList<>();
        for (ConfigStatement each : tree) {
            if (random.nextDouble() < often) continue;
            left.add(each.children().isEmpty() ? each : each.withChildren(without(each.children(), random, often)));
        }
        if (left.size() > 1 && random.nextDouble() < often) Collections.swap(left, 0, left.size() - 1);
        return left;
    }
}
