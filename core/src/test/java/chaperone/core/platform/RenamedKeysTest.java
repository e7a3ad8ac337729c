package chaperone.core.platform;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.platform.PlatformReader.Outcome.Read;
import chaperone.core.platform.PlatformReader.Outcome.Refused;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

class RenamedKeysTest {
    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '"', textBlock = """
            protocol: shell        | reached-by: shell        | reached-by | protocol
            privilege:             | raise:                   | raise      | privilege
            more-prompt:           | ends-with:               | ends-with  | more-prompt
            on-syntax-error:       | odd-parts:               | odd-parts  | on-syntax-error
            account-prompt:        | asks-account:            | asks-account | account-prompt
            enter: [edit]          | begin: [edit]            | begin      | enter
            """)
    void aFormerNameIsRefusedWithTheNewOneAndCanBeRenamed(String now, String before, String former, String name) {
        String text = Platforms.shippedText("corvane");
        assertThat(text).contains(now);
        String old = text.replace(now, before);
        assertThat(PlatformReader.read(old))
                .isInstanceOfSatisfying(
                        Refused.class,
                        refused -> assertThat(refused.problems())
                                .anySatisfy(problem -> assertThat(problem.message())
                                        .contains("\"" + former + "\"")
                                        .contains("\"" + name + "\" now")));
        assertThat(RenamedKeys.renamedIn(old)).isEqualTo(text);
    }

    @ParameterizedTest
    @MethodSource("chaperone.core.platform.Platforms#shippedNames")
    void textsOfTodayStayAsTheyAre(String platform) {
        String text = Platforms.shippedText(platform);
        assertThat(RenamedKeys.renamedIn(text)).isEqualTo(text);
        assertThat(PlatformReader.read(text)).isInstanceOf(Read.class);
    }

    @Test
    void onlyEntriesOfTheirBlockAreRenamed() {
        String text =
                "first-contact:\n  begin: [edit]\n  finish: [done]\nnoise:\n  - name: raise\n    pattern: 'next: x'\n"
                        + "# edit:\n#   begin: [x]";
        assertThat(RenamedKeys.renamedIn(text)).isEqualTo(text);
        assertThat(RenamedKeys.renamedIn("edit:\n    begin: [a]\n\n    # b\n    finish:\n    - c\n"))
                .isEqualTo("edit:\n    enter: [a]\n\n    # b\n    apply:\n    - c\n");
        assertThat(RenamedKeys.renamedIn("edit:\r\n  begin: [a]\r\n")).isEqualTo("edit:\r\n  enter: [a]\r\n");
    }
}
