package chaperone.core.writing;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.change.ConfigModel;
import chaperone.core.config.ConfigStatement;
import chaperone.core.noise.Noise;
import chaperone.core.patch.EditLanguage;
import chaperone.core.platform.Platforms;
import chaperone.core.writing.LineHelp.MarkKind;
import chaperone.core.writing.LineHelp.Suggestion;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LineHelpTest {
    private static final String SWITCH = """
            name brkw-acc-%1$d
            vlan 330 "ticket hall"
            vlan %1$d "only here %1$d"
            port 1/0/1
              text "to brkw-core-%1$d"
              carry vlan 330
            port 1/0/2
              member vlan 330
              flood-limit 2
            gateway vlan 330
              address 192.0.2.%1$d/27
            time-server 198.51.100.7
            """;
    private static final String ROUTER = """
            system { name cairn-rtr-%1$d; reach [ shell programs ]; }
            ports {
                wan-0 { text "to Aldermouth"; address 203.0.113.%1$d/30; }
                lan-0 { text "quay"; }
            }
            filters { chain edge-in { step web { match { protocol tcp; } then pass; } } }
            """;
    private static final String WALL = """
            zone quay ports e1
            zone dmz ports e4
            object kiosk-%1$d host 192.0.2.1
            rule 11%1$d "kiosks" from quay to dmz source kiosk-%1$d destination any service any do pass log
            """;

    /** Ten configurations of a platform, of which the first is that of the device. */
    private static LineHelp help(String platform, String text, String typed) {
        ConfigModel model = ConfigModel.of(Platforms.shipped().get(platform), Noise.NONE);
        EditLanguage language = (EditLanguage) model.way().orElseThrow();
        Wordings fleet = new Wordings(language);
        for (int i = 1; i <= 10; i++) fleet.add(statements(model, text, i));
        List<String> lines = List.of(typed.split("\n", -1));
        String last = lines.get(lines.size() - 1);
        return LineHelp.at(statements(model, text, 1), lines, lines.size() - 1, last.length(), language, fleet);
    }

    private static List<ConfigStatement> statements(ConfigModel model, String text, int number) {
        return model.read(text.formatted(number)).statements();
    }

    private static LineHelp help(String platform, String typed) {
        String text = switch (platform) {
            case "corvane" -> SWITCH;
            case "altamont" -> ROUTER;
            default -> WALL;
        };
        return help(platform, text, typed.replace(" / ", "\n"));
    }

    private static List<String> texts(LineHelp help) {
        return help.suggestions().stream().map(Suggestion::text).toList();
    }

    /** A stroke between blanks ends a line. */
    @ParameterizedTest
    @CsvSource(delimiter = ';', textBlock = """
            corvane; ti; time-server
            corvane; time-server '' ; 198.51.100.7
            corvane; port 1/0/2 / me; member vlan
            corvane; port 1/0/48 / te; text
            corvane; port 1/0/2 / member vlan '' ; 330
            corvane; vlan 777 "new" / port 1/0/2 / member vlan 7; 777
            corvane; port 1/0/2 / carry vlan 330,; 1
            corvane; gateway vlan 330 / ad; address
            corvane; not time; time-server
            corvane; port 1/0/2 / not f; flood-limit
            corvane; port 1/0/2 / u; up
            corvane; port 1/0/2 / up / ti; time-server
            altamont; p; put
            altamont; put po; ports
            altamont; put ports wan-0 te; text
            altamont; put ports wan-7 ad; address
            altamont; put system reach '' ; programs
            altamont; put filters chain edge-in step web th; then pass
            altamont; cut ports lan-0 te; text
            brisling; zo; zone
            brisling; rule 120 "new" from '' ; dmz
            brisling; object shop-1 host 192.0.2.9 / rule 120 "new" from quay to dmz source s; shop-1
            brisling; erase object k; kiosk-1
            """)
    void suggestsWhatMayStandThere(String platform, String typed, String expected) {
        assertThat(texts(help(platform, typed.replace("''", "")))).contains(expected);
    }

    @Test
    void suggestsNothingOfABlockOutsideOfIt() {
        assertThat(texts(help("corvane", "te"))).isEmpty();
        assertThat(texts(help("corvane", "port 1/0/2 / vl"))).isEmpty();
    }

    @Test
    void suggestsNamesThatStandOnThisDeviceFirst() {
        LineHelp help = help("corvane", "port 1/0/2 / member vlan ");
        assertThat(help.suggestions().get(0)).isEqualTo(new Suggestion("1", 0, true));
        assertThat(help.suggestions().get(1)).isEqualTo(new Suggestion("330", 0, true));
        assertThat(help.block()).containsExactly("port 1/0/2");
    }

    @Test
    void countsHowManyHaveAWord() {
        assertThat(help("corvane", "time").suggestions()).containsExactly(new Suggestion("time-server", 10, true));
        assertThat(help("corvane", "vlan 330 ").suggestions())
                .startsWith(new Suggestion("\"ticket hall\"", 10, true))
                .noneMatch(each -> each.text().contains("only here 7"));
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', nullValues = "-", textBlock = """
            corvane; time-server 198.51.100.9; -; -
            corvane; time-servr 198.51.100.9; UNUSUAL; time-servr
            corvane; text "in no port"; UNUSUAL; text
            corvane; port 1/0/2 / text "in a port"; -; -
            corvane; port 1/0/2 / membr vlan 330; UNUSUAL; membr
            corvane; port 1/0/2 / member vlna 330; UNUSUAL; vlna
            corvane; not vlan 331; REFUSED; -
            corvane; up; REFUSED; -
            corvane; time-server 198.51.100.7; STANDS; -
            altamont; put ports wan-0 txet "x"; UNUSUAL; txet
            altamont; ports wan-0 text "x"; REFUSED; -
            altamont; cut ports wan-9; REFUSED; -
            altamont; put ports wan-0 text "new"; -; -
            brisling; zoen quay ports e1; UNUSUAL; zoen
            brisling; rule 120 "new" form quay; UNUSUAL; form
            brisling; rule 120 "new" from quay to dmz source any; -; -
            """)
    void marksWhatCannotBeMeantSo(String platform, String typed, MarkKind kind, String word) {
        List<LineHelp.Mark> marks = help(platform, typed).marks();
        if (kind == null) assertThat(marks).isEmpty();
        else {
            assertThat(marks).hasSize(1);
            assertThat(marks.get(0).kind()).isEqualTo(kind);
            assertThat(marks.get(0).word().orElse(null)).isEqualTo(word);
        }
    }

    /** A line that cannot be placed leaves the others as they are. */
    @Test
    void marksEachLineByItself() {
        assertThat(help("corvane", "not vlan 331 / port 1/0/2 / not closed / up / up")
                        .marks())
                .extracting(LineHelp.Mark::line)
                .containsExactly(0, 2, 4);
    }

    @Test
    void standsEveryPlaceOfTheCursor() {
        String typed = "port 1/0/2 / not \" / member vlan 330,, / \"\"\" \\ / up up / ";
        for (String platform : List.of("corvane", "altamont", "brisling"))
            IntStream.range(0, typed.length())
                    .forEach(end -> assertThat(
                                    help(platform, typed.substring(0, end)).from())
                            .isNotNegative());
    }
}
