package chaperone.standins.altamont;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chaperone.standins.device.Chassis;
import chaperone.standins.device.Guard;
import chaperone.standins.device.Hardware;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AltamontConfigTest {
    private static final String SAMPLE = """
            system {
                name cairn-rtr-1;
                clock-from [ 198.51.100.7 203.0.113.5 ];
                account chaperone { level full; secret "harbour"; }
            }
            ports {
                lan-0 {
                    text "to cairn-core-1";
                    sub 330 { tag 330; address 192.0.2.1/27; }
                }
                wan-0 { text "to Aldermouth; by sea"; address 203.0.113.66/30; }
            }
            routing {
                fixed 0.0.0.0/0 { via 203.0.113.65; }
                area 0 { on [ wan-0 sub-330 ]; }
            }
            filters {
                chain edge-in {
                    step web { match { protocol tcp; to-port 443; } then pass; }
                    step rest { then stop; }
                }
            }
            """;

    @Test
    void printsWhatItReads() throws Exclamation {
        assertThat(AltamontConfig.parse(SAMPLE).print()).isEqualTo(SAMPLE);
        assertThat(AltamontConfig.parse(SAMPLE).problems()).isEmpty();
    }

    /** Every line as a put, in any order but that of steps, gives the same configuration. */
    @Test
    void theSamePutsGiveTheSameConfiguration() throws Exclamation {
        List<String> puts = new ArrayList<>(AltamontConfig.parse(SAMPLE).asPuts());
        for (int seed = 0; seed < 50; seed++) {
            List<String> shuffled = new ArrayList<>(puts);
            Collections.shuffle(shuffled, new Random(seed));
            // What people order keeps the order in which it came.
            shuffled.sort((a, b) -> Boolean.compare(isOrdered(a), isOrdered(b)));
            AltamontConfig config = new AltamontConfig();
            for (String put : shuffled) if (!isOrdered(put)) config.put(Tokens.of(put));
            for (String put : puts) if (isOrdered(put)) config.put(Tokens.of(put));
            assertThat(config.print()).isEqualTo(SAMPLE);
        }
    }

    private static boolean isOrdered(String put) {
        return put.contains(" step ") || put.contains("clock-from") || put.contains("area 0 on");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
        put systm name x                     | ! "systm" is not known here
        put system naem x                    | ! system: "naem" is not known here
        put system name                      | ! system name: expected more after "name"
        put system name a b                  | ! system name a: nothing more is expected after "a"
        put system clock-from here           | ! system clock-from: "here" does not fit here
        put ports wan-0 colour red           | ! ports wan-0: "colour" is not known here
        put ports sea-0 text "x"             | ! ports: "sea-0" is not known here
        cut ports wan-7                      | ! ports wan-7: there is no such line
        cut system welcome                   | ! system welcome: there is no such line
        place ports wan-0 before lan-0       | ! ports wan-0: the order means nothing here
        place filters chain edge-in step web before nobody | ! filters chain edge-in step web: there is no "nobody"
        turn ports                           | ! "turn" is not known here
        """)
    void refusesABadLineAndSaysWhere(String line, String answer) throws Exclamation {
        AltamontConfig config = AltamontConfig.parse(SAMPLE);
        assertThatThrownBy(() -> AltamontRouter.edit(config, line)).hasMessage(answer);
    }

    @Test
    void stepsStandWherePeoplePutThem() throws Exclamation {
        AltamontConfig config = AltamontConfig.parse(SAMPLE);
        AltamontRouter.edit(config, "put filters chain edge-in step clock then pass");
        assertThat(config.print().indexOf("step clock"))
                .isGreaterThan(config.print().indexOf("step rest"));
        AltamontRouter.edit(config, "place filters chain edge-in step clock before web");
        assertThat(config.print().indexOf("step clock"))
                .isLessThan(config.print().indexOf("step web"));
        AltamontRouter.edit(config, "cut filters chain edge-in step clock");
        assertThat(config.print()).isEqualTo(SAMPLE);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
        put filters chain edge-in step odd match protocol udp | ! filters chain edge-in: step "odd" has no then
        put routing area 0 quiet-on lan-9                     | ! routing area 0: there is no port "lan-9"
        cut system name                                       | ! system: has no name
        """)
    void knowsWhatDoesNotFitTogether(String line, String problem) throws Exclamation {
        AltamontConfig config = AltamontConfig.parse(SAMPLE);
        AltamontRouter.edit(config, line);
        assertThat(config.problems()).containsExactly(problem);
    }

    @Test
    void aCommitIsAllOrNothingAndAHashedPassword() {
        AltamontRouter router = new AltamontRouter(
                new Chassis(new Hardware("Altamont", "R4", "AN40001", "5.11.2"), Clock.systemUTC()),
                SAMPLE,
                SAMPLE,
                Guard.never());
        String before = router.keptRunning();
        assertThatThrownBy(() -> router.type(
                        "x", List.of("put ports lan-1 closed", "put filters chain new step one match protocol tcp")))
                .hasMessageContaining("has no then");
        assertThat(router.keptRunning()).isEqualTo(before);
        router.type("x", List.of("put ports lan-1 closed", "put system account bob secret hunter-22"));
        assertThat(router.isClosed("lan-1")).isTrue();
        assertThat(router.runningText()).doesNotContain("hunter-22").contains("by x */");
        assertThat(router.logIn("bob", "hunter-22")).contains("look");
        assertThat(router.logIn("bob", "other")).isEmpty();
    }

    @Test
    void tellsWhatTheDraftAlters() throws Exclamation {
        AltamontRouter router = new AltamontRouter(
                new Chassis(new Hardware("Altamont", "R4", "AN40001", "5.11.2"), Clock.systemUTC()),
                SAMPLE,
                SAMPLE,
                Guard.never());
        AltamontConfig draft = router.draftFor(1);
        AltamontRouter.edit(draft, "put ports wan-0 text \"by air\"");
        AltamontRouter.edit(draft, "cut ports lan-0 sub 330 tag");
        assertThat(router.differences())
                .containsExactlyInAnyOrder(
                        "- ports wan-0 text \"to Aldermouth; by sea\"",
                        "+ ports wan-0 text \"by air\"",
                        "- ports lan-0 sub 330 tag 330");
        router.discard();
        assertThat(router.differences()).isEmpty();
        router.draftFor(1).put(List.of("ports", "wan-0", "text", "by air"));
        assertThat(router.lock(2)).hasValue(0);
        router.discard();
        assertThat(router.lock(1)).isEmpty();
        assertThat(router.lock(2)).hasValue(1);
        assertThatThrownBy(() -> router.draftFor(2)).hasMessage("! draft: locked by session 1");
    }
}
