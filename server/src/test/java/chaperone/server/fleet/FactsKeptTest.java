package chaperone.server.fleet;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.fact.Facts;
import chaperone.core.fact.Facts.Module;
import chaperone.core.fact.Facts.Storage;
import chaperone.server.site.Site;
import chaperone.server.site.SiteTree;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** The digest of facts, and what lies in which site. */
class FactsKeptTest {
    @Test
    void everyLastingFactMovesTheDigestAndNothingElseDoes() {
        List<Facts> all = List.of(
                facts("a", "m", "s", "r", "02:00", "whole", 7, 9, new Module("1", "P48", "X")),
                facts("b", "m", "s", "r", "02:00", "whole", 7, 9, new Module("1", "P48", "X")),
                facts("a", "n", "s", "r", "02:00", "whole", 7, 9, new Module("1", "P48", "X")),
                facts("a", "m", "t", "r", "02:00", "whole", 7, 9, new Module("1", "P48", "X")),
                facts("a", "m", "s", "q", "02:00", "whole", 7, 9, new Module("1", "P48", "X")),
                facts("a", "m", "s", "r", "02:01", "whole", 7, 9, new Module("1", "P48", "X")),
                facts("a", "m", "s", "r", "02:00", "unpacked", 7, 9, new Module("1", "P48", "X")),
                facts("a", "m", "s", "r", "02:00", "whole", 8, 9, new Module("1", "P48", "X")),
                facts("a", "m", "s", "r", "02:00", "whole", 7, 9, new Module("2", "P48", "X")),
                facts("a", "m", "s", "r", "02:00", "whole", 7, 9, new Module("1", "P48X", "")),
                facts("am", "", "s", "r", "02:00", "whole", 7, 9, new Module("1", "P48", "X")));
        Set<String> digests = new HashSet<>();
        all.forEach(facts -> digests.add(FactsDigest.of(facts)));
        assertThat(digests).hasSameSizeAs(all);
        Facts freer = facts("a", "m", "s", "r", "02:00", "whole", 7, 1, new Module("1", "P48", "X"));
        assertThat(FactsDigest.of(freer)).as("free storage moves all the time").isEqualTo(FactsDigest.of(all.get(0)));
    }

    private static Facts facts(
            String name,
            String model,
            String serial,
            String release,
            String mac,
            String mode,
            long total,
            long free,
            Module module) {
        return new Facts(
                Optional.of(name),
                Optional.of(model),
                Optional.of(serial),
                Optional.of(release),
                Optional.of(mac),
                Optional.of(mode),
                Optional.of(Duration.ofSeconds(free)),
                Optional.of(new Storage(Optional.of(total), free)),
                Optional.of(new ArrayList<>(List.of(module))));
    }

    @Test
    void aSiteMeansWhatLiesInIt() {
        Site island = new Site("isle", "Island");
        Site harbour = new Site("harb", "Harbour");
        Site quay = new Site("quay", "Quay 3");
        Site hill = new Site("hill", "Hill");
        harbour.become("Harbour", Optional.of(island));
        quay.become("Quay 3", Optional.of(harbour));
        SiteTree tree = new SiteTree(List.of(island, harbour, quay, hill));
        assertThat(tree.namesWithin("harbour"::equals)).containsExactlyInAnyOrder("harbour", "quay 3");
        assertThat(tree.namesWithin("island"::equals)).containsExactlyInAnyOrder("island", "harbour", "quay 3");
        assertThat(tree.namesWithin(name -> name.contains("l")))
                .containsExactlyInAnyOrder("island", "harbour", "quay 3", "hill");
        assertThat(tree.namesWithin("nowhere"::equals)).isEmpty();
    }
}
