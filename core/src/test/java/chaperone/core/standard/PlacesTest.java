package chaperone.core.standard;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.change.ConfigModel;
import chaperone.core.pattern.QuickPattern;
import chaperone.core.platform.Platform;
import chaperone.core.platform.Platforms;
import chaperone.core.standard.Places.Place;
import chaperone.core.structure.Statement;
import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What is found by first words and letters, against a walk that holds the pattern itself against every statement. */
class PlacesTest {
    private static final String SWITCH = """
            name quay-acc-1
            welcome
              | port of the quay
              | port
            list edge-in
              10 pass tcp any any 443
              20 pass udp any any 123
            port 1/0/1
              member vlan 330
              text "port of the winch"
            port 1/0/10
              closed
            portal on
            vlan 330 "port"
            vlan 33 "crane"
            """;

    private static final String JSON =
            "{\"name\": \"a\", \"ports\": [{\"port\": \"1\", \"text\": \"two\\nlines\"}, {\"port\": \"10\"}]}";

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "^",
                "$",
                "^$",
                "^port",
                "^port ",
                "^port 1/0/1",
                "^port 1/0/1$",
                "port",
                "port$",
                "^(port|vlan) ",
                "^(port|portal)",
                "^(vlan 33|vlan 330)",
                "^vlan (33|330) ",
                "330",
                "^ ",
                "^[a-z]+ 1/",
                "(?i)^PORT",
                "^por?t",
                "^p.*1$",
                "^list|^vlan",
                "\\bport\\b",
                "^\\d+ pass",
                "^\"port\"",
                "port.*1",
                "^name",
                "lines",
                "^.",
                "(?m)^port"
            })
    void findsWhatTheWalkFinds(String pattern) {
        compare("corvane", SWITCH, pattern);
        compare("pellon", JSON, pattern);
    }

    private static void compare(String platform, String text, String pattern) {
        Platform known = Platforms.shipped().get(platform);
        Statement root = ConfigModel.of(known, known.noise()).read(text);
        List<Statement> walked = new ArrayList<>();
        List<Statement> holders = new ArrayList<>();
        walk(root, Pattern.compile(pattern), walked, holders);
        Places places = new Places(root);
        QuickPattern quick = QuickPattern.of(Pattern.compile(pattern));
        assertThat(places.fitting(quick)).extracting(Place::statement).isEqualTo(walked);
        assertThat(places.holding(quick)).extracting(Place::statement).isEqualTo(holders);
    }

    private static void walk(Statement above, Pattern pattern, List<Statement> found, List<Statement> holders) {
        for (Statement each : above.children()) {
            if (pattern.matcher(each.text()).find()) found.add(each);
            List<Statement> lines = each.children().isEmpty() ? List.of(each) : each.children();
            if (lines.stream().anyMatch(line -> pattern.matcher(line.text()).find())) holders.add(each);
            walk(each, pattern, found, holders);
        }
    }
}
