package chaperone.core.structure;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.config.ConfigDocument;
import chaperone.core.platform.Platform;
import chaperone.core.platform.Platforms;
import chaperone.core.structure.StructureDiff.Counts;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/** Entries of lists are matched by what names them, wherever they stand and whatever else they say. */
class EntriesTest {

    @Test
    void threeLabelsThatChangeAreThreeModified() {
        StructureDiff diff = between(
                "pellon",
                "{\"vlans\": [{\"id\": 10, \"label\": \"a\"}, {\"id\": 20, \"label\": \"b\"}, {\"id\": 30, \"label\": \"c\"}]}",
                "{\"vlans\": [{\"id\": 10, \"label\": \"c\"}, {\"id\": 20, \"label\": \"a\"}, {\"id\": 30, \"label\": \"b\"}]}");
        assertThat(diff.counts()).isEqualTo(new Counts(0, 3, 0, 0, 0));
        assertThat(diff.differences().get(1).path())
                .extracting(Difference.Part::label)
                .endsWith("vlans", "id=20");
    }

    @Test
    void aPathNamesTheEntryOfXmlToo() {
        StructureDiff diff = between(
                "plain-netconf",
                "<interfaces><interface><name>e0</name><mtu>1</mtu></interface></interfaces>",
                "<interfaces><interface><mtu>2</mtu><name>e0</name></interface></interfaces>");
        assertThat(diff.counts()).isEqualTo(new Counts(0, 1, 0, 0, 1));
        assertThat(diff.differences())
                .filteredOn(each -> each.kind() == Difference.Kind.MODIFIED)
                .singleElement()
                .satisfies(each -> assertThat(each.path())
                        .extracting(Difference.Part::label)
                        .containsExactly("interfaces", "interface name=e0"));
    }

    /** An element that stands alone is the same thing under another name: nothing says that it is an entry of a list. */
    @Test
    void aNameThatChangesOnTheOnlyElementIsOneModified() {
        Counts counts = between("plain-netconf", "<s><name>a</name><x>1</x></s>", "<s><name>b</name><x>1</x></s>")
                .counts();
        assertThat(counts).isEqualTo(new Counts(0, 1, 0, 0, 0));
    }

    /** The oracle knows nothing of trees: two maps from number to label are compared. */
    @Property
    void countsAreThoseOfTwoMaps(@ForAll long seed) {
        Random random = new Random(seed);
        Map<Integer, String> before = vlans(random);
        Map<Integer, String> after = vlans(random);
        int added = 0;
        int modified = 0;
        int removed = 0;
        for (Integer id : before.keySet()) if (!after.containsKey(id)) removed++;
        for (Map.Entry<Integer, String> each : after.entrySet()) {
            if (!before.containsKey(each.getKey())) added++;
            else if (!before.get(each.getKey()).equals(each.getValue())) modified++;
        }
        for (String platform : List.of("pellon", "plain-netconf")) {
            boolean areBothLists = before.size() > 1 && after.size() > 1;
            if (platform.equals("plain-netconf") && !areBothLists) continue;
            Counts counts = between(platform, written(platform, before, random), written(platform, after, random))
                    .counts();
            // An entry that came or went is told with the two statements below it.
            assertThat(counts.added() + " " + counts.modified() + " " + counts.removed() + " " + counts.moved())
                    .as(platform + before + after)
                    .isEqualTo(3 * added + " " + modified + " " + 3 * removed + " 0");
        }
    }

    private static Map<Integer, String> vlans(Random random) {
        Map<Integer, String> vlans = new TreeMap<>();
        for (int i = random.nextInt(8); i >= 0; i--) vlans.put(1 + random.nextInt(9), "l" + random.nextInt(3));
        return vlans;
    }

    private static String written(String platform, Map<Integer, String> vlans, Random random) {
        List<String> entries = new ArrayList<>();
        vlans.forEach((id, label) -> {
            boolean isFirst = random.nextBoolean();
            if (platform.equals("pellon")) {
                String named = "\"id\": " + id;
                String labelled = "\"label\":\"" + label + "\"";
                entries.add("{" + (isFirst ? named + "," + labelled : labelled + ", " + named) + "}");
            } else {
                String named = "<id>" + id + "</id>";
                String labelled = "<label>" + label + "</label>";
                entries.add("<vlan>" + (isFirst ? named + labelled : labelled + named) + "</vlan>");
            }
        });
        Collections.shuffle(entries, random);
        return platform.equals("pellon")
                ? "{\"vlans\": [" + String.join(random.nextBoolean() ? "," : ",\n", entries) + "]}"
                : "<vlans>" + String.join(random.nextBoolean() ? "" : "\n", entries) + "</vlans>";
    }

    private static StructureDiff between(String platform, String before, String after) {
        Platform known = Platforms.shipped().get(platform);
        return StructureDiff.between(
                known.noise().in(ConfigDocument.read(known.grammar(), before)),
                known.noise().in(ConfigDocument.read(known.grammar(), after)),
                known.structure());
    }
}
