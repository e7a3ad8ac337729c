package chaperone.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.change.ConfigEdit.Outcome.Applied;
import chaperone.core.change.ConfigEdit.Typed;
import chaperone.core.platform.Platforms;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The way back from whatever stands. */
class GiveBackTest {
    private static final String BASE = """
            name quay-acc-1
            vlan 330 "ticket hall"
            port 1/0/1
              text "kiosk 1"
              member vlan 330
            port 1/0/2
              closed
            log-server 198.51.100.20
            """;
    private static final List<String> LINES = List.of(
            "vlan 340 \"fish market\"",
            "port 1/0/1",
            "text \"kiosk 7\"",
            "member vlan 340",
            "up",
            "port 1/0/2",
            "not closed",
            "up",
            "not log-server 198.51.100.20",
            "log-server 198.51.100.21");

    private static ConfigModel model(String name) {
        var platform = Platforms.shipped().get(name);
        return ConfigModel.of(platform, platform.noise());
    }

    private static String typed(String text, ConfigModel model, List<String> lines) {
        return ((Applied) new Typed(lines).applyTo(text, model)).text();
    }

    /** However many of the commands had arrived, and whether or not a stranger typed something else meanwhile. */
    @ParameterizedTest
    @ValueSource(strings = {"", "vlan 390 \"bait shop\"", "time-server 198.51.100.9"})
    void leadsBackFromEveryPartOfIt(String stranger) {
        ConfigModel model = model("corvane");
        Promise promise = new Promise(BASE, typed(BASE, model, LINES));
        List<String> commands = model.patch(BASE, promise.text()).lines();
        for (int arrived = 0; arrived <= commands.size(); arrived++) {
            String stands = typed(BASE, model, commands.subList(0, arrived));
            String expected = BASE;
            if (!stranger.isEmpty()) {
                stands = typed(stands, model, List.of(stranger));
                expected = typed(BASE, model, List.of(stranger));
            }
            GiveBack back = GiveBack.from(stands, promise, model);
            String after = typed(stands, model, back.commands().lines());
            assertThat(model.differences(expected, after).counts().areNone())
                    .as("%d arrived: %s leads to%n%s", arrived, back, after)
                    .isTrue();
            assertThat(GiveBack.from(after, promise, model).isDone()).isTrue();
            // Whole, a stranger's line is no part of the promise; nothing else is.
            assertThat(back.foreign().isEmpty()).isEqualTo(stranger.isEmpty());
        }
    }

    /** Entries without a name that anybody knows are shown in the device's own order. */
    @Test
    void orderOfWhatHasNoNameHindersNothing() {
        ConfigModel model = model("plain-netconf");
        String base = ports("lan-1", "wan-1");
        Promise promise = new Promise(base, ports("lan-1", "wan-1", "lan-2"));
        GiveBack back = GiveBack.from(ports("lan-1", "lan-2", "wan-1"), promise, model);
        assertThat(back.foreign()).isEmpty();
        assertThat(back.misfits()).isEmpty();
        assertThat(back.commands().lines()).hasSize(1).first().asString().contains("lan-2", "delete");
        assertThat(back.isDone()).isFalse();
        assertThat(GiveBack.from(base, promise, model).isDone()).isTrue();
    }

    private static String ports(String... names) {
        StringBuilder text = new StringBuilder("<ports xmlns=\"urn:example:altamont\">");
        for (String name : names) text.append("<port><name>").append(name).append("</name></port>");
        return text.append("</ports>").toString();
    }
}
