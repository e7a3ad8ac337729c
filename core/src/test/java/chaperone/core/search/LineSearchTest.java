package chaperone.core.search;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.config.ConfigDocument;
import chaperone.core.platform.Platforms;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class LineSearchTest {
    private static final String SWITCH = """
        name brkw-acc-1
        vlan 340 "fish market"
        port 1/0/1
          text "kiosk"
          member vlan 340
          open
        port 1/0/2
          member vlan 10
          closed
        gateway vlan 340
          address 192.0.2.1/24
        route 198.51.100.0/25 via 192.0.2.254
        route 0.0.0.0/0 via 203.0.113.1
        """;

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
        VLAN 340                        | 2 5 10
        "vlan 340 under port"           |
        /^route .* via 192/             | 12
        vlan 340 under port             | 5
        vlan under port                 | 5 8
        vlan 340 under gateway          |
        port without text               | 7
        port without open               | 7
        port without member             |
        vlan without text               | 2
        address within 192.0.2.0/24     | 11 12
        address within 192.0.2.0/25     | 11
        address within 198.51.100.0/24  | 12
        address within 198.51.100.0/26  |
        address within 203.0.113.0 - 203.0.113.9 | 13
        address within 2001:db8::/32    |
        nothing like this               |
        """)
    void findsLines(String said, String lines) {
        List<String> found = in(said, SWITCH).stream()
                .map(hit -> String.valueOf(hit.line() + 1))
                .toList();
        assertThat(String.join(" ", found)).isEqualTo(lines == null ? "" : lines);
    }

    @Test
    void saysWhatStandsAboveALine() {
        assertThat(in("member vlan 340", SWITCH)).containsExactly(new Hit(4, "member vlan 340", List.of("port 1/0/1")));
        assertThat(in("address within 192.0.2.0/25", SWITCH))
                .containsExactly(new Hit(10, "address 192.0.2.1/24", List.of("gateway vlan 340")));
        assertThat(in("name", SWITCH).get(0).path()).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "   ", "/(/", "address within the quay", "address within 192.0.2.300/24"})
    void saysWhatIsWrong(String said) {
        assertThat(LineSearch.read(said)).isInstanceOf(LineSearch.Outcome.Mistake.class);
    }

    @Test
    void takesNoLongerTexts() {
        assertThat(LineSearch.read("x".repeat(LineSearch.LONGEST + 1))).isInstanceOf(LineSearch.Outcome.Mistake.class);
        assertThat(LineSearch.read("x".repeat(LineSearch.LONGEST))).isInstanceOf(LineSearch.Outcome.Wanted.class);
    }

    @Test
    void stopsWhenThereAreEnough() {
        assertThat(search("vlan").in(document(SWITCH), 2)).hasSize(2);
        assertThat(search("vlan under port").in(document(SWITCH), 1)).hasSize(1);
    }

    /** Text that is looked for in every line, one after the other. */
    @Property
    void findsATextWhereverItStands(
            @ForAll @IntRange(min = 0, max = 12) int line, @ForAll @IntRange(max = 6) int from) {
        String whole = SWITCH.split("\n")[line].strip();
        String said = whole.substring(Math.min(from, whole.length() - 1));
        if (LineSearch.read('"' + said + '"') instanceof LineSearch.Outcome.Mistake || said.length() < 2) return;
        List<Integer> expected = new ArrayList<>();
        String[] lines = SWITCH.split("\n");
        for (int i = 0; i < lines.length; i++)
            if (lines[i].toLowerCase(Locale.ROOT).contains(said.toLowerCase(Locale.ROOT))) expected.add(i);
        assertThat(in('"' + said + '"', SWITCH)).extracting(Hit::line).isEqualTo(expected);
    }

    /** Whoever asks an index for these texts first misses nothing. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "VLAN 340",
                "vlan 340 under port",
                "port without text",
                "address within 192.0.2.0/24",
                "address within 192.0.0.0/13",
                "address within 198.51.100.0/26",
                "/route/"
            })
    void aConfigurationWithAHitHoldsAllThatIsNeeded(String said) {
        String small = SWITCH.toLowerCase(Locale.ROOT);
        if (!in(said, SWITCH).isEmpty()) assertThat(search(said).needed()).allMatch(small::contains);
    }

    @Property
    void anyTextIsASearchOrAMistake(@ForAll String said, @ForAll String text) {
        if (LineSearch.read(said) instanceof LineSearch.Outcome.Wanted wanted)
            assertThat(wanted.search().in(document(text), 50)).hasSizeLessThanOrEqualTo(50);
    }

    private static List<Hit> in(String said, String text) {
        return search(said).in(document(text), 1000);
    }

    private static LineSearch search(String said) {
        return ((LineSearch.Outcome.Wanted) LineSearch.read(said)).search();
    }

    private static ConfigDocument document(String text) {
        return ConfigDocument.read(Platforms.shipped().get("corvane").grammar(), text);
    }
}
