package chaperone.core.table;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.inventory.PairProposals;
import chaperone.core.inventory.PairProposals.Member;
import chaperone.core.table.Links.End;
import chaperone.core.table.Links.Link;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LinksTest {

    /** Cables are drawn at random, both devices tell of each: the cables come out again. */
    @Test
    void theCablesComeOutOfWhatBothEndsTell() {
        Random random = new Random(11);
        for (int round = 0; round < 200; round++) {
            Map<String, List<List<String>>> tables = new HashMap<>();
            for (int i = 0; i < 8; i++) tables.put("sw-" + i, new ArrayList<>());
            Set<Link> cables = new HashSet<>();
            for (int cable = 0; cable < 20; cable++) {
                int one = random.nextInt(8);
                int other = random.nextInt(8);
                if (one == other) continue;
                End near = new End("sw-" + Math.min(one, other), "p" + cable);
                End far = new End("sw-" + Math.max(one, other), "q" + cable);
                cables.add(new Link(near, far, true));
                tables.get(near.device()).add(List.of(near.port(), far.device(), far.port(), "C1"));
                tables.get(far.device()).add(List.of(far.port(), near.device(), near.port(), "C1"));
            }
            Links.Found found = Links.of(tables);
            assertThat(found.known()).containsExactlyInAnyOrderElementsOf(cables);
            assertThat(found.leading()).isEmpty();
        }
    }

    @Test
    void whatOnlyOneEndTellsIsMarked() {
        Links.Found found = Links.of(Map.of(
                "a",
                        List.of(
                                List.of("1", "b", "9", "C1"),
                                List.of("2", "stranger", "7", ""),
                                List.of("3", "a", "3", "")),
                "b", List.of()));
        assertThat(found.known()).containsExactly(new Link(new End("a", "1"), new End("b", "9"), false));
        assertThat(found.leading()).containsExactly(new Link(new End("a", "2"), new End("stranger", "7"), false));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        linked, an odd number and the next     | duns-core-1,duns-core-2 | duns-core-1>duns-core-2                                   | 1
        an even number and the next            | duns-core-2,duns-core-3 | duns-core-2>duns-core-3                                   | 0
        two neighbours in common               | duns-core-1,duns-core-2 | duns-core-1>x,x>duns-core-2,duns-core-1>y,duns-core-2>y   | 1
        two in common, and a third device      | duns-acc-1,duns-acc-2,duns-acc-4 | duns-acc-1>x,x>duns-acc-2,duns-acc-1>y,duns-acc-2>y | 0
        one neighbour in common                | duns-core-1,duns-core-2 | duns-core-1>x,duns-core-2>x                               | 0
        no link at all                         | duns-core-1,duns-core-2 |                                                           | 0
        other names                            | duns-core-1,duns-edge-2 | duns-core-1>duns-edge-2                                   | 0
        """)
    void pairsNeedNamesAndLinks(String what, String names, String drawn, int proposals) {
        List<Member> devices = List.of(names.split(",")).stream()
                .map(name -> new Member(name, "Dunsay", "core", "C7012"))
                .toList();
        List<Link> links = new ArrayList<>();
        for (String line : drawn == null ? new String[0] : drawn.split(",")) {
            String[] ends = line.split(">");
            links.add(new Link(new End(ends[0], "1"), new End(ends[1], "2"), true));
        }
        assertThat(PairProposals.of(devices, links)).as(what).hasSize(proposals);
    }

    @Test
    void devicesOfAnotherModelOrWithoutARoleAreNoPair() {
        List<Link> links = List.of(new Link(new End("d-core-1", "1"), new End("d-core-2", "1"), true));
        assertThat(PairProposals.of(
                        List.of(new Member("d-core-1", "D", "core", "C1"), new Member("d-core-2", "D", "core", "C2")),
                        links))
                .isEmpty();
        assertThat(PairProposals.of(
                        List.of(new Member("d-core-1", "D", "", "C1"), new Member("d-core-2", "D", "", "C1")), links))
                .isEmpty();
    }
}
