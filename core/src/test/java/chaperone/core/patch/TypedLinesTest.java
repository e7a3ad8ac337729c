package chaperone.core.patch;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.platform.Platform;
import chaperone.core.platform.Platforms;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TypedLinesTest {
    private static TypedLines.Outcome typed(String platform, String before, String lines) {
        Platform known = Platforms.shipped().get(platform);
        return TypedLines.apply(
                known.grammar().read(before.replace("/", "\n")).statements(), List.of(lines.split(";")), (EditLanguage)
                        known.editWay().orElseThrow());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '§', quoteCharacter = '`', textBlock = """
            corvane § vlan 3 "a"/ § vlan 3 "b";port 1;closed;up;vlan 4 § vlan 3 "b"/port 1/  closed/vlan 4/
            corvane § port 1/  closed/  text "a"/ § port 1;not text;member vlan 3;;up;not port 1;port 2 § port 2/
            altamont § ports { lan-1 { closed; } }/ § put ports lan-1 text "x";cut ports lan-1 closed;put routing area 0 on a;put routing area 0 on b § ports { lan-1 { text "x"; } } routing { area 0 { on [ a b ]; } }/
            altamont § routing { area 0 { on [ a b ]; } }/ § cut routing area 0 on a § routing { area 0 { on [ b ]; } }/
            brisling § object k host 192.0.2.1/object l host 192.0.2.2/ § object k host 192.0.2.9;erase object l § object k host 192.0.2.9/
            """)
    void linesAreReadAsEdits(String platform, String before, String lines, String after) {
        Platform known = Platforms.shipped().get(platform);
        assertThat(typed(platform, before, lines))
                .isInstanceOfSatisfying(
                        TypedLines.Outcome.Understood.class,
                        understood -> assertThat(PatchPlanner.between(
                                                understood.tree(),
                                                known.grammar()
                                                        .read(after.replace("/", "\n"))
                                                        .statements(),
                                                (EditLanguage) known.editWay().orElseThrow(),
                                                known.structure())
                                        .lines())
                                .isEmpty());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '§', quoteCharacter = '`', textBlock = """
            corvane § vlan 3/ § vlan 4;not vlan 5 § 1 § there is no "vlan 5"
            corvane § vlan 3/ § up § 0 § "up" leaves a block, and none was entered
            altamont § ports { lan-1 { closed; } }/ § cut ports lan-2 § 0 § there is no "lan-2"
            altamont § ports { lan-1 { closed; } }/ § delete ports § 0 § "delete ports" says nothing in this family's words
            brisling § object k host 192.0.2.1/ § place rule 1 before 2 § 0 § there is no "rule 1"
            """)
    void whatSpeaksOfNothingIsRefusedAtItsLine(String platform, String before, String lines, int line, String message) {
        assertThat(typed(platform, before, lines)).isEqualTo(new TypedLines.Outcome.Refused(line, message));
    }
}
