package chaperone.server.problem;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FieldWordsTest {
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        name                  | name
        everyMinutes          | every minutes
        logIns[0].protocols   | log in 1, protocols
        clauses[11].text      | clause 12, text
        values[Dunsay].syslog | value "Dunsay", syslog
        devices[]             | device ""
        devices[99999999999]  | device "99999999999"
        a.b.c                 | a, b, c
        """)
    void aFieldIsNamedAsPeopleReadIt(String path, String words) {
        assertThat(FieldWords.of(path)).isEqualTo(words);
    }

    @ParameterizedTest
    @CsvSource({"id,must be a number,Id must be a number.", "keepDays,must be less,Keep days must be less."})
    void aSentenceBeginsWithIt(String path, String message, String sentence) {
        assertThat(FieldWords.sentence(path, message)).isEqualTo(sentence);
    }
}
