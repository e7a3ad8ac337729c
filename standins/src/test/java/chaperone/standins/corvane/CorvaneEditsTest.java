package chaperone.standins.corvane;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;

/** Whatever is typed, in whatever order: the laws of a configuration whose lines are set, replaced and taken away. */
class CorvaneEditsTest {
    /** A statement, and the block that it stands in; none at the top. */
    record Edit(Optional<String> block, String statement) {
        void on(CorvaneConfig config) throws Refusal {
            config.set(open(config), statement);
        }

        void takenAwayFrom(CorvaneConfig config) throws Refusal {
            config.takeAway(open(config), statement);
        }

        private Optional<Line> open(CorvaneConfig config) throws Refusal {
            return block.isPresent() ? config.set(Optional.empty(), block.get()) : Optional.empty();
        }

        /** Two edits of one key replace each other. */
        String key() {
            String[] words = statement.split(" ");
            boolean isNumbered = List.of("vlan", "route", "member").contains(words[0]);
            return block.orElse("") + "|" + words[0] + (isNumbered ? " " + words[1] : "");
        }
    }

    @Provide
    Arbitrary<List<Edit>> edits() {
        Arbitrary<Integer> vlan = Arbitraries.integers().between(1, 4000);
        Arbitrary<Integer> octet = Arbitraries.integers().between(0, 255);
        Arbitrary<String> text =
                Arbitraries.strings().alpha().withChars(' ', '#', ';', '|').ofMaxLength(20);
        Arbitrary<Edit> top = Arbitraries.oneOf(
                        Combinators.combine(vlan, text).as((number, name) -> "vlan " + number + " \"" + name + "\""),
                        vlan.map(number -> "vlan " + number),
                        octet.map(third -> "route 192.0." + third + ".0/24 via 192.0.2.1"),
                        octet.map(last -> "name brkw-acc-" + last))
                .map(statement -> new Edit(Optional.empty(), statement));
        Arbitrary<Edit> inPort = Combinators.combine(
                        Arbitraries.integers().between(1, 24),
                        Arbitraries.oneOf(
                                text.map(words -> "text \"" + words + "\""),
                                vlan.map(number -> "member vlan " + number),
                                Arbitraries.integers().between(1, 100).map(percent -> "flood-limit " + percent),
                                Arbitraries.just("closed")))
                .as((port, statement) -> new Edit(Optional.of("port 1/0/" + port), statement));
        return Arbitraries.oneOf(top, inPort).list().ofMaxSize(30);
    }

    private static CorvaneConfig after(List<Edit> edits) throws Refusal {
        CorvaneConfig config = new CorvaneConfig();
        for (Edit edit : edits) edit.on(config);
        return config;
    }

    @Property
    void whatIsPrintedCanBeTypedAgain(@ForAll("edits") List<Edit> edits) throws Refusal {
        String printed = after(edits).print();
        assertThat(CorvaneConfig.parse(printed).print()).isEqualTo(printed);
    }

    @Property
    void theSameAgainChangesNothing(@ForAll("edits") List<Edit> edits) throws Refusal {
        CorvaneConfig config = after(edits);
        String once = config.print();
        // Of edits that replace each other only the last is in force.
        List<Edit> inForce = new ArrayList<>();
        for (Edit edit : edits) {
            inForce.removeIf(other -> other.key().equals(edit.key()));
            inForce.add(edit);
        }
        for (Edit edit : inForce) edit.on(config);
        assertThat(config.print()).isEqualTo(once);
    }

    @Property
    void linesThatDoNotReplaceEachOtherComeInAnyOrder(@ForAll("edits") List<Edit> edits, @ForAll long seed)
            throws Refusal {
        List<Edit> apart = new ArrayList<>();
        for (Edit edit : edits) {
            if (apart.stream().noneMatch(other -> other.key().equals(edit.key()))) apart.add(edit);
        }
        String inOrder = after(apart).print();
        Collections.shuffle(apart, new Random(seed));
        assertThat(after(apart).print()).isEqualTo(inOrder);
    }

    @Property
    void takingAwayUndoesWhatWasNew(@ForAll("edits") List<Edit> edits) throws Refusal {
        CorvaneConfig config = after(edits);
        for (Edit fresh : List.of(
                new Edit(Optional.empty(), "vlan 4094 \"quay\""),
                new Edit(Optional.empty(), "route 198.51.100.0/24 via 192.0.2.9"),
                new Edit(Optional.empty(), "time-server 198.51.100.7"))) {
            String before = config.print();
            fresh.on(config);
            assertThat(config.print()).isNotEqualTo(before);
            fresh.takenAwayFrom(config);
            assertThat(config.print()).isEqualTo(before);
        }
    }
}
