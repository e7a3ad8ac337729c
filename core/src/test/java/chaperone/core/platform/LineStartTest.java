package chaperone.core.platform;

import static org.assertj.core.api.Assertions.assertThat;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LineStartTest {
    private static final List<String> PATTERNS = List.of(
            "^name +: (\\S+)$",
            "^na?me: (\\S+)",
            "^na*(m)",
            "^n{2}(a)",
            "^(?:name|serial) +: (\\S+)$",
            "^name|(m)",
            "name +: (\\S+)",
            "(?i)^NAME (.)",
            "^(?i)NAME (.)",
            "^\\w+ (.)",
            "^(n)",
            "^name: (.)\\nserial",
            "^",
            "",
            "^na$|^(me)");
    private static final String[] PARTS = {"name", "na", "nn", "me", "serial", " ", " : ", ": ", "x", "\n", "\n", "NAME"
    };

    /** The library's own search is the oracle. */
    @Test
    void findsWhatTheLibraryFinds() {
        Random random = new Random(5);
        for (int round = 0; round < 4000; round++) {
            String text = IntStream.range(0, random.nextInt(14))
                    .mapToObj(i -> PARTS[random.nextInt(PARTS.length)])
                    .collect(Collectors.joining());
            for (String each : PATTERNS) {
                int flags = random.nextInt(5) == 0 ? 0 : Pattern.MULTILINE;
                Pattern pattern = Pattern.compile(each, flags);
                Matcher expected = pattern.matcher(text);
                Matcher found = pattern.matcher(text);
                boolean isThere = expected.find();
                assertThat(LineStart.find(found, text))
                        .as("%s in %s", each, text)
                        .isEqualTo(isThere);
                if (isThere) {
                    assertThat(found.start()).as("%s in %s", each, text).isEqualTo(expected.start());
                    assertThat(found.end()).isEqualTo(expected.end());
                }
            }
        }
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', ignoreLeadingAndTrailingWhitespace = false, textBlock = """
            ^mac base +: (.)|mac base
            ^free +(.)|free
            ^names?|name
            ^(.)|''
            name|''
            """)
    void knowsWhatEveryMatchBeginsWith(String pattern, String letters) {
        assertThat(LineStart.lettersOf(Pattern.compile(pattern.strip(), Pattern.MULTILINE)))
                .isEqualTo(letters);
    }
}
