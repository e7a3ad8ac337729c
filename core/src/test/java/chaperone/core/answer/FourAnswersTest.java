package chaperone.core.answer;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.answer.Answer.Kind;
import chaperone.core.answer.FourAnswers.Known;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FourAnswersTest {
    private static final Instant NOW = Instant.parse("2026-11-23T07:58:00Z");

    @ParameterizedTest
    @CsvSource({
        "PT12M,false,YES",
        "PT12M,true,ATTENTION",
        "PT26H,false,YES",
        "PT27H,false,ATTENTION",
        "PT51H,false,NO",
        "PT51H,true,NO"
    })
    void keptFollowsTheAgeOfTheLastCompleteCopy(Duration age, boolean lastFailed, Kind expected) {
        Known known = new Known(Optional.of(NOW.minus(age)), lastFailed, Optional.of(true), "");
        assertThat(FourAnswers.of(known, NOW).kept().kind()).isEqualTo(expected);
    }

    @Test
    void nothingIsYesThatIsNotKnown() {
        FourAnswers answers = FourAnswers.of(new Known(Optional.empty(), false, Optional.empty(), ""), NOW);
        assertThat(answers.kept().kind()).isEqualTo(Kind.NO);
        assertThat(answers.matched().kind()).isEqualTo(Kind.NOT_KNOWN);
        assertThat(answers.sound().kind()).isEqualTo(Kind.NOT_KNOWN);
        assertThat(answers.current().kind()).isEqualTo(Kind.NOT_KNOWN);
    }

    @Test
    void linesThatARestartWouldLoseNeedAttention() {
        Known known = new Known(Optional.of(NOW), false, Optional.of(false), "");
        assertThat(FourAnswers.of(known, NOW).matched().kind()).isEqualTo(Kind.ATTENTION);
    }

    @ParameterizedTest
    @CsvSource({"PT12M,ATTENTION", "PT27H,ATTENTION", "PT51H,NO", ",NO"})
    void whatMayBeAPartIsNeverKeptNorJudged(Duration age, Kind kept) {
        Optional<Instant> whole = Optional.ofNullable(age).map(NOW::minus);
        FourAnswers answers = FourAnswers.of(new Known(whole, false, Optional.of(false), "no \"port\" any more"), NOW);
        assertThat(answers.kept().kind()).isEqualTo(kept);
        assertThat(answers.matched().kind()).isEqualTo(Kind.NOT_KNOWN);
        assertThat(answers.matched().reason()).contains("part");
    }
}
