package chaperone.core.past;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.config.ConfigTree;
import chaperone.core.platform.Platforms;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** A short configuration of each of four families, and a letter: each is like itself only. */
class LikenessTest {
    private static final Map<String, String> TEXTS = Map.of(
            "corvane", """
                    name quay-acc-1
                    vlan 330 "ticket hall"
                    port 1/0/1
                      text "kiosk 1"
                      member vlan 330
                    """,
            "altamont", """
                    system {
                        name quay-rtr-1;
                        log-to [ 198.51.100.20 ];
                    }
                    ports {
                        lan-1 { address 192.0.2.1/24; }
                    }
                    """,
            "brisling", """
                    name quay-wall-1
                    object kiosks network 192.0.2.0/28
                    rule 10 source kiosks destination any service https
                    """,
            "pellon", """
                    { "name" : "quay-sw-1", "ports" : [ { "n" : 1, "label" : "bridge" } ] }
                    """);
    private static final String LETTER = "Dear harbour,\n\nwe looked at the pier.\nAll was well.\n";

    private static ConfigTree read(String platform, String text) {
        return Platforms.shipped().get(platform).grammar().read(text);
    }

    @Test
    void eachIsLikeItselfAndNoneIsLikeALetter() {
        TEXTS.forEach((platform, text) -> {
            Likeness likeness = Likeness.to(read(platform, text));
            assertThat(likeness.isSharedBy(read(platform, text))).as(platform).isTrue();
            assertThat(likeness.isSharedBy(read(platform, LETTER))).as(platform).isFalse();
            assertThat(likeness.isSharedBy(read(platform, ""))).as(platform).isFalse();
        });
    }

    @Test
    void whatItHadYearsAgoIsLikeIt() {
        String text = TEXTS.get("corvane");
        Likeness likeness = Likeness.to(read("corvane", text));
        String earlier = text.replace("330", "12").replace("kiosk", "desk") + "clock 192.0.2.9\nwelcome \"hello\"\n";
        assertThat(likeness.isSharedBy(read("corvane", earlier))).isTrue();
        assertThat(likeness.isSharedBy(read("corvane", "system {\n    reach [ shell ];\n}\nroutes {\n}\n")))
                .isFalse();
    }

    @Test
    void ofADeviceOfWhichNothingIsKnownAnythingMayBe() {
        assertThat(Likeness.to(read("corvane", "")).isSharedBy(read("corvane", LETTER)))
                .isTrue();
    }
}
