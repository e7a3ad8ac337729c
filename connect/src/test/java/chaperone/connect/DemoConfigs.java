package chaperone.connect;

import static org.assertj.core.api.Assertions.assertThat;

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
import java.util.Optional;
import java.util.Random;
import tools.jackson.databind.json.JsonMapper;

/** One family's language, as its platform declares it, and configurations that its devices take. */
record DemoConfigs(Platform platform, EditWay way, List<Unit> units, List<String> texts) {
    /** For each family; all of them in the thorough run. */
    static final int TRIES = Integer.getInteger("patches", 700);

    static final Instant NOW = Instant.parse("2026-11-23T07:58:00Z");
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final Clock CLOCK = Clock.fixed(NOW, ZoneOffset.UTC);

    static DemoConfigs of(String name) {
        Platform platform = Platforms.shipped().get(name);
        List<Unit> units = DemoFleet.units().stream()
                .filter(unit -> unit.hardware().maker().toLowerCase(Locale.ROOT).equals(name))
                .limit(9)
                .toList();
        List<String> texts = units.stream()
                .flatMap(unit -> DemoHistory.of(unit, NOW).stream())
                .map(DemoHistory.Moment::kept)
                .distinct()
                .toList();
        return new DemoConfigs(platform, platform.editWay().orElseThrow(), units, texts);
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
}
