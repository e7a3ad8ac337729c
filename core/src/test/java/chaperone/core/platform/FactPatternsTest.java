package chaperone.core.platform;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.fact.Facts;
import chaperone.core.fact.Facts.Module;
import chaperone.core.fact.Facts.Storage;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** The shipped platforms on answers as their families give them. */
class FactPatternsTest {
    private static final Map<String, String> CORVANE =
            Map.of("show facts", """
            maker    : Corvane
            name     : brkw-core-1
            model    : C7012
            serial   : CV-1
            release  : 7.4.2
            install  : unpacked
            mac base : 02:c0:01:02:03:00
            uptime   : 12 d 03:04:05
            """, "show storage", """
            file                          bytes
            free                       80000000
            all                       128000000
            """, "show modules", """
            slot  module     serial
            1     P48        CV-1-01
            12    P8         X-7
            """);

    @Test
    void aSwitchTellsAll() {
        Facts facts = facts("corvane", CORVANE);
        assertThat(facts.macBase()).contains("02:c0:01:02:03:00");
        assertThat(facts.installMode()).contains("unpacked");
        assertThat(facts.uptime())
                .contains(Duration.ofDays(12).plusHours(3).plusMinutes(4).plusSeconds(5));
        assertThat(facts.storage()).contains(new Storage(Optional.of(128_000_000L), 80_000_000L));
        assertThat(facts.modules()).contains(List.of(new Module("1", "P48", "CV-1-01"), new Module("12", "P8", "X-7")));
    }

    @Test
    void everyRequestIsAskedOnce() {
        List<String> asked = new ArrayList<>();
        String answer = "{\"name\": \"a\", \"uptimeSeconds\": 7, \"storageFree\": 5, \"storageAll\": 9}";
        Facts facts = platform("pellon").facts().read(request -> {
            asked.add(request);
            return answer;
        });
        assertThat(asked).containsExactly("GET /device/v1/facts");
        assertThat(facts.storage()).contains(new Storage(Optional.of(9L), 5L));
        assertThat(facts.uptime()).contains(Duration.ofSeconds(7));
        assertThat(facts.modules()).as("this family tells none").isEmpty();
    }

    @Test
    void nonsenseIsNoFact() {
        Facts facts = facts(
                "corvane",
                Map.of(
                        "show facts", "uptime : 99999999999999999999 d 00:00:00\n",
                        "show storage", "free much\n",
                        "show modules", "slot  module     serial\n"));
        assertThat(facts.name()).isEmpty();
        assertThat(facts.storage()).isEmpty();
        assertThat(facts.uptime()).contains(Duration.ZERO);
        assertThat(facts.modules()).contains(List.of());
    }

    @Test
    void theMarkMovesWithTheCounterAndNothingElse() {
        QuickCheck check = platform("corvane").quickCheck().orElseThrow();
        String answer = "changes  : 7\nlast     : 2026-11-23T07:58:11Z\nby       : m.oduya\nsaves    : 2\n";
        assertThat(check.markIn(answer)).isEqualTo("7 2026-11-23T07:58:11Z 2");
        assertThat(check.markIn(answer.replace("m.oduya", "b.fell"))).isEqualTo(check.markIn(answer));
        assertThat(check.markIn(answer.replace(": 2", ": 3"))).isNotEqualTo(check.markIn(answer));
        assertThat(check.markIn("? word 2 \"changed\": not known here")).isEmpty();
    }

    private static Facts facts(String platform, Map<String, String> answers) {
        return platform(platform).facts().read(answers::get);
    }

    private static Platform platform(String name) {
        return Platforms.shipped().get(name);
    }
}
