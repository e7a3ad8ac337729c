package chaperone.connect;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.change.ConfigEdit;
import chaperone.core.change.ConfigModel;
import chaperone.core.change.GiveBack;
import chaperone.core.change.Target;
import chaperone.core.patch.Patch;
import chaperone.standins.demo.DemoHistory;
import chaperone.standins.demo.Unit;
import chaperone.standins.device.Device;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * What a patch promises, with the stand-ins' own engines as the judge: they share no code with the planner. Configurations
 * are those of the demo's devices and their past, of any two devices of a family, and what is left of them when statements
 * are taken out and put in another order by chance.
 */
class PatchLawsTest {
    private static final int TRIES = DemoConfigs.TRIES;

    @ParameterizedTest
    @ValueSource(strings = {"corvane", "altamont", "brisling", "pellon"})
    void theEngineGoesThereAndComesBack(String name) {
        DemoConfigs family = DemoConfigs.of(name);
        Random random = new Random(20261129);
        for (int i = 0; i < TRIES; i++) {
            Device device = family.some(random);
            Device other = family.some(random);
            String origin = device.keptRunning();
            String target = other.keptRunning();
            Patch there = family.between(device, other);
            Patch back = family.between(other, device);
            assertThat(family.left(device, there, other))
                    .as("%s", there.lines())
                    .isEmpty();
            device.type("planner", there.lines());
            assertThat(family.plain(device.keptRunning()))
                    .as("%s", there.lines())
                    .isEqualTo(family.plain(target));
            device.type("planner", back.lines());
            assertThat(family.plain(device.keptRunning()))
                    .as("%s", back.lines())
                    .isEqualTo(family.plain(origin));
            assertThat(there.isEmpty()).isEqualTo(family.plain(origin).equals(family.plain(target)));
        }
    }

    /**
     * The same as a device shows itself, with its clocks, counters and salted hashes, which are others at every look: what
     * the preview promises is what stands afterwards, and the undo gives back what stood before.
     */
    @ParameterizedTest
    @ValueSource(strings = {"corvane", "altamont", "brisling", "pellon"})
    void whatIsPromisedStandsAndIsGivenBack(String name) {
        DemoConfigs family = DemoConfigs.of(name);
        ConfigModel model = ConfigModel.of(family.platform(), family.platform().noise());
        Random random = new Random(20261130);
        for (int i = 0; i < TRIES / 7; i++) {
            Device device = family.some(random);
            String wanted = family.some(random).runningText();
            String base = device.runningText();
            ConfigEdit edit = new ConfigEdit.Differing(base, wanted, Set.of(), Set.of());
            Target target = Target.of(base, List.of(edit), model);
            assertThat(target.misfits()).isEmpty();
            // What was done already is not done again: a step may be repeated after a break.
            Target again = Target.of(target.promise().text(), List.of(edit), model);
            assertThat(again.misfits()).isEmpty();
            assertThat(again.commands().lines()).isEmpty();
            assertThat(again.differences().counts().areNone()).isTrue();
            device.type("planner", target.commands().lines());
            String stands = device.runningText();
            assertThat(target.promise().brokenBy(stands, model))
                    .as("%s", target.commands().lines())
                    .isEmpty();
            GiveBack back = GiveBack.from(stands, target.promise(), model);
            assertThat(back.foreign()).isEmpty();
            device.type("planner", back.commands().lines());
            assertThat(model.differences(base, device.runningText()).counts().areNone())
                    .as("%s", back.commands().lines())
                    .isTrue();
        }
    }

    /** An edit of one line takes one command besides the way to it and back. */
    @ParameterizedTest
    @ValueSource(strings = {"corvane", "altamont", "brisling"})
    void aSmallEditTakesFewCommands(String name) {
        DemoConfigs family = DemoConfigs.of(name);
        for (Unit unit : family.units()) {
            List<Device> past = DemoHistory.of(unit, DemoConfigs.NOW).stream()
                    .flatMap(moment -> family.device(moment.kept()).stream())
                    .toList();
            for (int i = 1; i < past.size(); i++) {
                Map<String, Long> before = counted(past.get(i - 1));
                Map<String, Long> after = counted(past.get(i));
                long lines = after.entrySet().stream()
                                .filter(each -> !each.getValue().equals(before.get(each.getKey())))
                                .count()
                        + before.keySet().stream()
                                .filter(each -> !after.containsKey(each))
                                .count();
                assertThat(family.between(past.get(i - 1), past.get(i)).commands())
                        .hasSizeLessThanOrEqualTo((int) (3 * lines + 2));
            }
        }
    }

    private static Map<String, Long> counted(Device device) {
        return device.keptRunning().lines().collect(Collectors.groupingBy(Function.identity(), Collectors.counting()));
    }
}
