package chaperone.core.patch;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.platform.Platform;
import chaperone.core.platform.Platforms;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Small edits in the words of each family; whether the words do what they say is the engines' to judge. */
class PatchPlannerTest {
    private static List<String> lines(String platform, String before, String after) {
        Platform known = Platforms.shipped().get(platform);
        return PatchPlanner.between(
                        known.grammar().read(before.replace("/", "\n")).statements(),
                        known.grammar().read(after.replace("/", "\n")).statements(),
                        (EditLanguage) known.editWay().orElseThrow(),
                        known.structure())
                .lines();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '§', quoteCharacter = '`', textBlock = """
            vlan 3/                      § vlan 3/                       § ``
            vlan 3 "a"/                  § vlan 3 "b"/                   § vlan 3 "b"
            vlan 3/vlan 4/               § vlan 4/                       § not vlan 3
            port 1/  closed/             § port 1/                       § port 1;not closed;up
            port 1/                      § port 1/  text "{name}  {path}"/ § port 1;text "{name}  {path}";up
            port 1/  text "a"/port 2/    § port 1/  text "b"/port 2/  closed/ § port 1;text "b";up;port 2;closed;up
            list q/  10 stop ip any any/ § list q/  20 stop ip any any/  § list q;20 stop ip any any;not 10;up
            welcome/  | a/  | b/         § welcome/  | b/                § not welcome;welcome;| b;up
            time-server 1.1.1.1/         § time-server 2.2.2.2/          § time-server 2.2.2.2;not time-server 1.1.1.1
            """)
    void blocksAreEnteredOnceAndLeft(String before, String after, String commands) {
        assertThat(String.join(";", lines("corvane", before, after))).isEqualTo(commands);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '§', quoteCharacter = '`', textBlock = """
            altamont § system { name a; }/ § system { name b; }/ § put system name b
            altamont § ports { lan-1 { text "x y"; closed; } }/ § ports { lan-1 { text "x y"; } }/ § cut ports lan-1 closed
            altamont § routing { area 0 { on [ a b ]; } }/ § routing { area 0 { on [ b ]; } }/ § cut routing area 0 on a
            altamont § filters { chain c { step a { then stop; } step b { then pass; } } }/ § filters { chain c { step b { then pass; } step a { then stop; } } }/ § place filters chain c step b before a
            altamont § ports { lan-1 { closed; } lan-2 { closed; } }/ § ports { lan-1 { closed; } }/ § cut ports lan-2
            brisling § rule 1 "a" from q to q source any destination any service any do pass/rule 2 "b" from q to q source any destination any service any do stop/ § rule 2 "b" from q to q source any destination any service any do stop/rule 1 "a" from q to q source any destination any service any do pass/ § place rule 2 before 1
            brisling § object k host 192.0.2.1/bundle b k/ § `` § erase bundle b;erase object k
            """)
    void pathsAndOrderAreSaidInTheFamilysWords(String platform, String before, String after, String commands) {
        assertThat(String.join(";", lines(platform, before, after == null ? "" : after)))
                .isEqualTo(commands);
    }
}
