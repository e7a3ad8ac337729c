package chaperone.core.pattern;

import static org.assertj.core.api.Assertions.assertThat;

import com.google.re2j.Pattern;
import java.util.List;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class QuickPatternTest {
    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '~', emptyValue = "", textBlock = """
            # pattern                   ; begins with ; holds
            ^port                       ; port        ; ~~
            ^(vlan \\d+)                ; ~vlan ~     ; ~~
            ^(?P<key>log-to) (\\S+)$    ; ~log-to ~   ; ~~
            ^list .* permit any$        ; ~list ~     ; ~ permit any~
            ^open$                      ; open        ; ~~
            flood-limit                 ; ~~          ; flood-limit
            a\\.b                       ; ~~          ; a.b
            ab?cd                       ; ~~          ; cd
            abc+d                       ; ~~          ; abc
            ab{0}c                      ; ~~          ; a
            (?i)abc                     ; ~~          ; ~~
            abc|d                       ; ~~          ; ~~
            ^x(abc|d)y                  ; x           ; ~~
            ^(abc|d+e|(f|g)h)y          ; ~abc,d,f,g~ ; y
            ^(abc|.)y                   ; ~~          ; y
            ^(abc)?d                    ; ~~          ; d
            [abc]de                     ; ~~          ; de
            []a]bc                      ; ~~          ; bc
            ^\\bab\\s+c                 ; ~~          ; ab
            ^                           ; ~~          ; ~~
            """)
    void knowsWhatMustStand(String pattern, String start, String anywhere) {
        List<String> starts = start.isEmpty() ? List.of() : List.of(start.split(","));
        assertThat(RequiredText.of(Pattern.compile(pattern))).isEqualTo(new RequiredText(starts, anywhere));
    }

    @Provide
    Arbitrary<String> patterns() {
        return Arbitraries.of(
                        "a",
                        "b",
                        "c",
                        "ab",
                        "^",
                        "$",
                        ".",
                        "\\.",
                        "\\b",
                        "\\S",
                        "[ab]",
                        "[^a]",
                        "[]b]",
                        "(a|b)",
                        "(ab)",
                        "(?:bc)",
                        "(?P<n>a)",
                        "(a(b|c))",
                        "*",
                        "+",
                        "?",
                        "{0,2}",
                        "{2}",
                        "+?",
                        "|",
                        "(",
                        ")",
                        "\\(",
                        "[a(]",
                        "[[:alpha:]]",
                        "(?i)",
                        "()",
                        "\\[",
                        "{",
                        "}",
                        "{,2}")
                .list()
                .ofMaxSize(7)
                .map(pieces -> String.join("", pieces))
                .filter(QuickPatternTest::isPattern);
    }

    private static boolean isPattern(String text) {
        try {
            Pattern.compile(text);
            return true;
        } catch (RuntimeException e) {
            return false;
        }
    }

    @Provide
    Arbitrary<String> texts() {
        return Arbitraries.strings()
                .withChars('a', 'b', 'c', 'A', '.', ' ', '(', '[', '{', '}', '2', ',', '\n')
                .ofMaxLength(9);
    }

    @Property
    void findsWhatThePatternFinds(
            @ForAll("patterns") String pattern,
            @ForAll("texts") String text,
            @ForAll("texts") String other,
            @ForAll boolean isByLine) {
        Pattern compiled = Pattern.compile(pattern, isByLine ? Pattern.MULTILINE : 0);
        for (String each : new String[] {text, other, text + other}) {
            assertThat(QuickPattern.of(compiled).isIn(each))
                    .as("%s in %s, %s", pattern, each, RequiredText.of(compiled))
                    .isEqualTo(compiled.matcher(each).find());
        }
    }
}
