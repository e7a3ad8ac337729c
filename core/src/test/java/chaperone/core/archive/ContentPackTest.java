package chaperone.core.archive;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;

class ContentPackTest {

    @Property
    void givesEveryContentBackToTheByte(@ForAll @Size(min = 1, max = 12) List<byte[]> contents) {
        checked(contents);
    }

    @Property
    void givesTheVersionsOfATextBack(@ForAll long seed, @ForAll @IntRange(min = 1, max = 40) int versions) {
        checked(versions(new Random(seed), versions));
    }

    /** Whatever is done to the bytes, reading ends with other contents or a clear refusal, and never hangs. */
    @Property
    void aDamagedPackIsRefusedOrGivesOtherContents(@ForAll long seed, @ForAll int where, @ForAll byte what) {
        List<byte[]> contents = versions(new Random(seed), 10);
        byte[] packed = ContentPack.ofAll(contents).packed();
        int at = Math.floorMod(where, packed.length);
        if (packed[at] == what) return;
        packed[at] = what;
        try {
            assertThat(ContentPack.read(packed, contents.get(9).length).contents())
                    .isNotEqualTo(contents);
        } catch (DamagedPackException damaged) {
            assertThat(damaged.getMessage()).isNotBlank();
        }
    }

    @Test
    void aRevisionWithOneAlteredLineTakesAFewBytes() {
        List<byte[]> contents = new ArrayList<>();
        for (int i = 0; i < 100; i++) {
            contents.add(("vlan 330 \"ticket hall\"\nport 1\n  text \"kiosk\"\n".repeat(20) + "  flood-limit " + i)
                    .getBytes(StandardCharsets.UTF_8));
        }
        int one = ContentPack.of(contents.get(0)).packed().length;
        assertThat(ContentPack.ofAll(contents).packed().length - one).isLessThan(100 * 10);
    }

    @Test
    void isFullAfterEnoughContents() {
        ContentPack pack = ContentPack.of(new byte[10]);
        int contents = 1;
        while (!pack.isFull()) {
            pack = pack.with(("vlan " + contents++).getBytes(StandardCharsets.UTF_8));
        }
        assertThat(contents).isBetween(100, 200);
    }

    @Test
    void hasNothingBeyondItsEnds() {
        assertThatThrownBy(() -> ContentPack.of(new byte[1]).content(1)).isInstanceOf(DamagedPackException.class);
        assertThatThrownBy(() -> ContentPack.of(new byte[1]).content(-1)).isInstanceOf(DamagedPackException.class);
    }

    private static void checked(List<byte[]> contents) {
        byte[] packed = ContentPack.ofAll(contents).packed();
        byte[] newest = contents.get(contents.size() - 1);
        assertThat(ContentPack.newestOf(packed, newest.length)).isEqualTo(newest);
        ContentPack pack = ContentPack.read(packed, newest.length);
        assertThat(pack.size()).isEqualTo(contents.size());
        for (int i = 0; i < contents.size(); i++) {
            assertThat(pack.content(i)).isEqualTo(contents.get(i));
            assertThat(pack.contents().get(i)).isEqualTo(contents.get(i));
        }
    }

    private static List<byte[]> versions(Random random, int count) {
        List<String> lines = new ArrayList<>();
        for (int i = 0; i < 30; i++) lines.add("port 1/0/" + i);
        List<byte[]> versions = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            for (int edit = 0; edit < 1 + random.nextInt(3); edit++) {
                int at = random.nextInt(lines.size());
                switch (random.nextInt(3)) {
                    case 0 -> lines.set(at, "text \"" + random.nextInt(100) + "\"");
                    case 1 -> lines.add(at, "vlan " + random.nextInt(4000));
                    default -> lines.subList(at, Math.min(lines.size(), at + 2)).clear();
                }
                if (lines.isEmpty()) lines.addAll(Arrays.asList("a", "b"));
            }
            versions.add(String.join("\n", lines).getBytes(StandardCharsets.UTF_8));
        }
        return versions;
    }
}
