package chaperone.core.standard;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.change.ConfigModel;
import chaperone.core.platform.Platforms;
import chaperone.core.standard.Clause.Binding;
import chaperone.core.standard.GoldenExcerpt.Excerpt;
import chaperone.core.standard.Rule.Golden;
import chaperone.core.standard.Verdict.Kind;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Whatever line is chosen: the configuration keeps to the text that is cut from it, and not to it without that line. */
class GoldenExcerptTest {
    private static final Map<String, String> TEXTS = Map.of(
            "corvane", """
            name quay-acc-1
            vlan 330 "ticket hall"
            port 1/0/1
              text "kiosk"
              member vlan 330
            port 1/0/2
              text "kiosk"
              member vlan 330
            welcome
              | for staff only
            log-server 198.51.100.20
            """,
            "altamont", """
            system {
              name quay-rtr-1;
              clock-from [ 198.51.100.7 ];
            }
            ports {
              wan-1 { text "to the hill"; address 203.0.113.2/30; }
              wan-2 { text "to the hill"; address 203.0.113.6/30; }
            }
            """,
            "brisling", """
            name quay-fw-1
            log-server 198.51.100.20
            zone quay ports e1,e2
            """,
            "pellon", """
            {
              "name": "mv-eider-sw-1",
              "vlans": [
                {
                  "id": 30,
                  "label": "crew"
                },
                {
                  "id": 31,
                  "label": "crew"
                }
              ]
            }
            """);

    private static ConfigModel model(String platform) {
        return ConfigModel.of(
                Platforms.shipped().get(platform),
                Platforms.shipped().get(platform).noise());
    }

    private static Verdict verdict(String platform, String text, String golden) {
        Clause clause = new Clause("excerpt", "", Binding.ADVISE, new Golden(golden));
        return new Judge(text, model(platform), Map.of(), Standing.UNKNOWN).verdict(clause);
    }

    @ParameterizedTest
    @CsvSource({"corvane, 10", "altamont, 5", "brisling, 3", "pellon, 7"})
    void isKeptToByWhatItWasCutFromAndByNothingWithoutIt(String platform, int least) {
        String text = TEXTS.get(platform);
        List<String> lines = text.lines().toList();
        GoldenExcerpt excerpt = new GoldenExcerpt(model(platform), text);
        int cut = 0;
        for (int line = 0; line < lines.size(); line++) {
            Optional<Excerpt> found = excerpt.at(line);
            if (found.isEmpty()) continue;
            cut++;
            String golden = found.get().golden();
            assertThat(verdict(platform, text, golden).kind()).as(golden).isEqualTo(Kind.PASS);
            boolean isWhole = lines.get(line).strip().matches(".*[^{\\[,]") && !platform.equals("pellon");
            if (isWhole)
                assertThat(verdict(platform, without(lines, line), golden).kind())
                        .as(golden)
                        .isEqualTo(Kind.FAIL);
        }
        assertThat(cut).isGreaterThanOrEqualTo(least);
    }

    private static String without(List<String> lines, int line) {
        return IntStream.range(0, lines.size())
                .filter(i -> i != line)
                .mapToObj(lines::get)
                .reduce("", (all, each) -> all + each + "\n");
    }

    @Test
    void namesTheBlockThatALineStandsIn() {
        GoldenExcerpt excerpt = new GoldenExcerpt(model("corvane"), TEXTS.get("corvane"));
        assertThat(excerpt.at(99)).isEmpty();
        Excerpt second = excerpt.at(7).orElseThrow();
        assertThat(second.above()).containsExactly("port 1/0/2");
        assertThat(second.golden()).isEqualTo("port 1/0/2\n  member vlan 330\n");
        assertThat(excerpt.at(5).orElseThrow().golden()).as("a block, whole").contains("text", "member");
    }

    /** What is around all of a document has a name of its own, which a text need not know. */
    @Test
    void aDocumentIsItselfWhateverItIsCalled() {
        String text = "{ \"name\": \"mv-eider-sw-1\", \"logServer\": \"198.51.100.20\" }";
        assertThat(verdict("pellon", text, "{ \"logServer\": \"198.51.100.20\" }")
                        .kind())
                .isEqualTo(Kind.PASS);
        assertThat(verdict("pellon", text, "{ \"logServer\": \"198.51.100.9\" }")
                        .kind())
                .isEqualTo(Kind.FAIL);
    }

    /** An object of a list is told by its number: the label alone would speak of no object. */
    @Test
    void takesMoreWhereABlockIsToldApartByWhatIsInIt() {
        Excerpt label =
                new GoldenExcerpt(model("pellon"), TEXTS.get("pellon")).at(9).orElseThrow();
        assertThat(label.statement()).contains("crew");
        assertThat(label.golden()).contains("31", "crew").doesNotContain("30");
    }
}
