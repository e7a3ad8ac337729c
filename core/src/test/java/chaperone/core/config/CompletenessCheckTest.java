package chaperone.core.config;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.platform.Platform;
import chaperone.core.platform.Platforms;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class CompletenessCheckTest {

    @ParameterizedTest
    @ValueSource(strings = {"corvane", "altamont", "brisling", "pellon"})
    void noConfigurationIsDoubtedAgainstItself(String platform) {
        ConfigTree whole = read(platform, sample(platform));
        assertThat(CompletenessCheck.doubt(whole, whole)).isEmpty();
    }

    /** Whatever single line is lost, a configuration stays what it is: that is a change, not a part. */
    @ParameterizedTest
    @ValueSource(strings = {"corvane", "brisling"})
    void oneLineLessIsNoDoubt(String platform) {
        List<String> lines = ConfigText.linesWithEndings(sample(platform));
        ConfigTree whole = read(platform, sample(platform));
        for (int i = 0; i < lines.size(); i++) {
            int lost = i;
            String text = IntStream.range(0, lines.size())
                    .filter(line -> line != lost)
                    .mapToObj(lines::get)
                    .collect(Collectors.joining());
            assertThat(CompletenessCheck.doubt(whole, read(platform, text)))
                    .as("without line %d of %s", i, platform)
                    .isEmpty();
        }
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        corvane  | port 1/0/1;  text "a";  text "b";port 1/0/2;  text "c";name x     | name x               | no "port" any more, where 5 statements stood before
        brisling | rule 1 a;rule 2 b;rule 3 c;rule 4 d;rule 5 e;name x               | name x               | no "rule" any more, where 5 statements stood before
        brisling | rule 1 a;rule 2 b;rule 3 c;rule 4 d;name x                        | name x               |
        brisling | name x;rule 1 a                                                   | name x;rule 1 a      |
        """)
    void aSectionThatIsGoneIsNamed(String platform, String before, String now, String doubt) {
        assertThat(CompletenessCheck.doubt(
                        read(platform, before.strip().replace(';', '\n') + "\n"),
                        read(platform, now.strip().replace(';', '\n') + "\n")))
                .isEqualTo(Optional.ofNullable(doubt).map(String::strip));
    }

    @Test
    void halfOfWhatWasIsNoDoubtAndLessIs() {
        ConfigTree before = read("brisling", rules(40));
        assertThat(CompletenessCheck.doubt(before, read("brisling", rules(20)))).isEmpty();
        assertThat(CompletenessCheck.doubt(before, read("brisling", rules(19))))
                .contains("only 19 statements, where 40 stood before");
        assertThat(CompletenessCheck.doubt(read("brisling", rules(19)), read("brisling", rules(1))))
                .as("too short to say anything")
                .isEmpty();
    }

    /** A document with one root has its sections one level deeper. */
    @Test
    void aDocumentWithOneRootIsJudgedByWhatItHolds() {
        ConfigTree before = read("pellon", sample("pellon"));
        String without = sample("pellon").replaceFirst("(?s)\"ports\" : \\[.*?\\]\\n", "\"end\" : 1\n");
        assertThat(CompletenessCheck.doubt(before, read("pellon", without)).orElse(""))
                .contains("ports");
    }

    private static String rules(int count) {
        return IntStream.range(0, count)
                .mapToObj(i -> "rule " + i + " do pass\n")
                .collect(Collectors.joining());
    }

    private static ConfigTree read(String platform, String text) {
        Platform found = Platforms.shipped().get(platform);
        return found.grammar().read(text);
    }

    private static String sample(String platform) {
        try (InputStream file = CompletenessCheckTest.class.getResourceAsStream("/samples/" + platform + ".conf")) {
            return ConfigBytes.decode(file.readAllBytes());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
