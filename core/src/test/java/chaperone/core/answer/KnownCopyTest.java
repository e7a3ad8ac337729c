package chaperone.core.answer;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.answer.Answer.Kind;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class KnownCopyTest {
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
        KnownCopy known =
                new KnownCopy(Optional.of(NOW.minus(age)), lastFailed, Optional.of(true), Optional.empty(), "");
        assertThat(known.kept(NOW).kind()).isEqualTo(expected);
    }

    @Test
    void nothingIsYesThatIsNotKnown() {
        KnownCopy never = new KnownCopy(Optional.empty(), false, Optional.empty(), Optional.empty(), "");
        assertThat(never.kept(NOW).kind()).isEqualTo(Kind.NO);
        assertThat(never.matched().kind()).isEqualTo(Kind.NOT_KNOWN);
        for (Question question : Question.values())
            assertThat(question.unanswered().kind()).isEqualTo(Kind.NOT_KNOWN);
    }

    @Test
    void linesThatARestartWouldLoseNeedAttention() {
        KnownCopy known = new KnownCopy(Optional.of(NOW), false, Optional.of(false), Optional.empty(), "");
        assertThat(known.matched().kind()).isEqualTo(Kind.ATTENTION);
    }

    @ParameterizedTest
    @CsvSource({"PT12M,ATTENTION", "PT27H,ATTENTION", "PT51H,NO", ",NO"})
    void whatMayBeAPartIsNeverKeptNorJudged(Duration age, Kind kept) {
        Optional<Instant> whole = Optional.ofNullable(age).map(NOW::minus);
        KnownCopy known = new KnownCopy(whole, false, Optional.of(false), Optional.empty(), "no \"port\" any more");
        assertThat(known.kept(NOW).kind()).isEqualTo(kept);
        assertThat(known.matched().kind()).isEqualTo(Kind.NOT_KNOWN);
        assertThat(known.matched().reason()).contains("part");
    }

    @ParameterizedTest
    @CsvSource({
        "0,0,0,0,,NOT_KNOWN",
        "3,0,0,0,,YES",
        "3,1,0,0,,NO",
        "3,1,1,0,,ATTENTION",
        "3,2,1,0,,NO",
        "3,0,0,1,,NOT_KNOWN",
        "3,0,0,0,a part,NOT_KNOWN"
    })
    void soundIsNeverYesWhileAnythingIsOpen(
            int asked, long failing, long advised, long open, String incomplete, Kind expected) {
        String part = incomplete == null ? "" : incomplete;
        assertThat(new KnownDepartures(asked, failing, advised, open, part)
                        .sound()
                        .kind())
                .isEqualTo(expected);
    }
}
