package chaperone.core.platform;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.config.ConfigDocument;
import chaperone.core.noise.Noise;
import chaperone.core.platform.PlatformReader.Outcome.Read;
import chaperone.core.platform.PlatformReader.Outcome.Refused;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PlatformReaderTest {
    private static final String SHIPPED = shipped();

    @Test
    void readsTheShippedPlatforms() {
        Platform corvane = Platforms.shipped().get("corvane");
        ShellDialogue shell = (ShellDialogue) corvane.dialogue();
        assertThat(shell.privilege().orElseThrow().prompt().matches("brkw-core-1:admin> "))
                .isTrue();
        assertThat(Platforms.shipped().all()).hasSize(8);
        assertThat(settled(corvane.noise(), "# Corvane C7012, release 7.4.2, 2143 bytes"))
                .isEqualTo(settled(corvane.noise(), "# Corvane C7012, release 7.4.2, 99 bytes"))
                .isNotEqualTo(settled(corvane.noise(), "# Corvane C7012, release 7.4.3, 2143 bytes"));
    }

    /** Each row breaks one line of the shipped platform and tells what must be said of it. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        tab-width: 8          | tab-width: wide            | is not a whole number
        tab-width: 8          | tab-width: 99              | is not a whole number
        grammar: indented     | grammar: spiral            | is not one of indented
        comment: '#'          | comment-end: '#'           | has no meaning in the grammar indented
        (?P<address>          | (?P<adress>                | no column is called "adress"
        (?P<address>          | (?P<adress>                | needs a group (?P<address>
        put: '/{}'            | put: '/'                   | needs {} for the file
        line: '{}'            | line: word                 | needs {} for the line
        save: [save]          | save: save                 | must be a list
        platform: corvane     | platform: Cor vane         | must be 1 to 40 small letters
        title: Corvane switch | titel: Corvane switch      | "titel" is not known here
        privilege:            | privilege: now             | are not allowed here
        logout: bye           | logout: [bye]              | must be a text
        logout: bye           | logout: ''                 | must not be empty
        password-prompt: '^password: ?$' | password-prompt: '(unclosed'          | not a pattern
        serial: '^serial +: (\\S+)$' | serial: '^serial'   | needs a group
        """)
    void namesTheLineOfAMistake(String line, String mistake, String said) {
        assertThat(SHIPPED).contains(line);
        int at = SHIPPED.substring(0, SHIPPED.indexOf(line)).split("\n", -1).length - 1;
        List<PlatformProblem> problems = problemsOf(SHIPPED.replace(line, mistake));
        assertThat(problems).anySatisfy(problem -> {
            assertThat(problem.message()).contains(said);
            assertThat(problem.line()).isBetween(at, at + 1);
        });
    }

    @Test
    void reportsAllMistakesAtOnce() {
        String text = SHIPPED.replace("tab-width: 8", "tab-width: x").replace("logout: bye", "logout: ''");
        assertThat(problemsOf(text)).hasSize(2);
    }

    @Test
    void saysWhatIsMissing() {
        assertThat(problemsOf("platform: x\n"))
                .extracting(PlatformProblem::message)
                .contains("\"title\" is missing", "\"protocol\" is missing", "\"copy\" is missing");
    }

    @Test
    void countsLinesFromOneForPeople() {
        assertThat(problemsOf("- a\n").get(0))
                .hasToString("line 1, column 1: expected entries like \"platform: name\"");
    }

    @Test
    void aShellStandsOnlyWhereItIsSpokenTo() {
        assertThat(problemsOf(SHIPPED.replace("protocol: shell", "protocol: https")))
                .singleElement()
                .satisfies(problem -> assertThat(problem.message()).contains("whose protocol is shell"));
    }

    @Test
    void everyKeyOfTheListIsReadSomewhere() {
        List<String> shipped =
                Platforms.shippedNames().stream().map(Platforms::shippedText).toList();
        PlatformKeys.all()
                .forEach((path, keys) -> keys.forEach(key -> assertThat(shipped)
                        .as(path + "." + key.name())
                        .anySatisfy(text -> assertThat(text).contains(key.name() + ":"))));
    }

    @Property
    void aTextCutAnywhereIsAnsweredWithProblemsNotAnException(@ForAll @IntRange(max = 2000) int length) {
        String cut = SHIPPED.substring(0, Math.min(length, SHIPPED.indexOf("facts:") - 1));
        assertThat(PlatformReader.read(cut)).isInstanceOf(Refused.class);
    }

    private static List<PlatformProblem> problemsOf(String text) {
        assertThat(PlatformReader.read(SHIPPED)).isInstanceOf(Read.class);
        return ((Refused) PlatformReader.read(text)).problems();
    }

    private static String shipped() {
        try (InputStream in = PlatformReaderTest.class.getResourceAsStream("/platforms/corvane.yaml")) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new AssertionError(e);
        }
    }

    private static String settled(Noise noise, String line) {
        return noise.in(ConfigDocument.ofLines(List.of(line))).line(0);
    }
}
