package chaperone.connect;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.change.ConfigEdit;
import chaperone.core.change.ConfigModel;
import chaperone.core.change.GiveBack;
import chaperone.core.change.Target;
import chaperone.core.config.ConfigStatement;
import chaperone.core.patch.EditWay;
import chaperone.core.patch.Patch;
import chaperone.core.patch.TypedLines;
import chaperone.core.platform.Platform;
import chaperone.core.platform.Platforms;
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
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.json.JsonMapper;

/**
 * What a patch promises, with the stand-ins' own engines as the judge: they share no code with the planner. Configurations
 * are those of the demo's devices and their past, of any two devices of a family, and what is left of them when statements
 * are taken out and put in another order by chance.
 */
class PatchLawsTest {
    /** For each family; all of them in the thorough run. */
    private static final int TRIES = Integer.getInteger("patches", 700);

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final Instant NOW = Instant.parse("2026-11-23T07:58:00Z");
    private static final Clock CLOCK = Clock.fixed(NOW, ZoneOffset.UTC);

    /** One family's language, as its platform declares it, and configurations that its devices take. */
    private record Family(Platform platform, EditWay way, List<Unit> units, List<String> texts) {
        static Family of(String name) {
            Platform platform = Platforms.shipped().get(name);
            List<Unit> units = DemoFleet.units().stream()
                    .filter(unit ->
                            unit.hardware().maker().toLowerCase(Locale.ROOT).equals(name))
                    .limit(9)
                    .toList();
            List<String> texts = units.stream()
                    .flatMap(unit -> DemoHistory.of(unit, NOW).stream())
                    .map(DemoHistory.Moment::kept)
                    .distinct()
                    .toList();
            return new Family(platform, platform.editWay().orElseThrow(), units, texts);
        }

        /** In a document the order of an object's members means nothing (RFC 8259, section 4). */
        Object plain(String text) {
            return platform.name().equals("pellon") ? JSON.readTree(text) : text;
        }

        /** Nothing if no device would take this configuration: something in it names what is not there. */
        Optional<Device> device(String text) {
            try {
                Device device = StandIns.deviceOf(units.get(0).hardware(), text, text, CLOCK);
                device.type("planner", List.of());
                return Optional.of(device);
            } catch (IllegalArgumentException e) {
                return Optional.empty();
            }
        }

        List<ConfigStatement> tree(Device device) {
            return platform.grammar().read(device.keptRunning()).statements();
        }

        Patch between(Device before, Device after) {
            return way.between(tree(before), tree(after), platform.structure());
        }

        /** What is still to be done when the lines of a patch have been read, without any device, as edits of its tree. */
        List<String> left(Device before, Patch patch, Device after) {
            TypedLines.Outcome outcome = way.typed(tree(before), patch.lines());
            assertThat(outcome).isInstanceOf(TypedLines.Outcome.Understood.class);
            List<ConfigStatement> read = ((TypedLines.Outcome.Understood) outcome).tree();
            return way.between(read, tree(after), platform.structure()).lines();
        }

        /** What by chance names something that was taken out is passed over. */
        Device some(Random random) {
            while (true) {
                String text = texts.get(random.nextInt(texts.size()));
                List<ConfigStatement> altered =
                        altered(platform.grammar().read(text).statements(), random, random.nextInt(4) / 60.0);
                Optional<Device> device = device(platform.grammar().write(altered));
                if (device.isPresent()) return device.get();
            }
        }
    }

    /** Takes statements out and exchanges neighbours, by chance. */
    private static List<ConfigStatement> altered(List<ConfigStatement> tree, Random random, double often) {
        List<ConfigStatement> altered = new ArrayList<>();
        for (ConfigStatement each : tree) {
            if (random.nextDouble() < often) continue;
            altered.add(each.children().isEmpty() ? each : each.withChildren(altered(each.children(), random, often)));
        }
        for (int i = 1; i < altered.size(); i++) {
            if (random.nextDouble() < often) Collections.swap(altered, i - 1, i);
        }
        return altered;
    }

    @ParameterizedTest
    @ValueSource(strings = {"corvane", "altamont", "brisling", "pellon"})
    void theEngineGoesThereAndComesBack(String name) {
        Family family = Family.of(name);
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
        Family family = Family.of(name);
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
        Family family = Family.of(name);
        for (Unit unit : family.units()) {
            List<Device> past = DemoHistory.of(unit, NOW).stream()
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
