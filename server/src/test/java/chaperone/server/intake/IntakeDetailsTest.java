package chaperone.server.intake;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.job.RetryChoice;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class IntakeDetailsTest {
    private static final IntakeDetails FULL =
            new IntakeDetails(Optional.of("corvane"), false, List.of("quay \"4\"", "a;b"), List.of(3L, 9L));

    @Test
    void whatIsReadIsWhatWasWritten() {
        assertThat(IntakeDetails.of(FULL.payload())).isEqualTo(FULL);
        assertThat(IntakeDetails.of(IntakeDetails.NONE.payload())).isEqualTo(IntakeDetails.NONE);
        assertThat(IntakeDetails.of("")).isEqualTo(IntakeDetails.NONE);
    }

    /** As the migration writes them for lines that were there before payloads were. */
    @Test
    void readsWhatTheMigrationWrote() {
        String migrated = "{\"platform\" : null, \"telnetAllowed\" : true, \"tags\" : [\"x\"], \"furtherSets\" : [4]}";
        assertThat(IntakeDetails.of(migrated))
                .isEqualTo(new IntakeDetails(Optional.empty(), true, List.of("x"), List.of(4L)));
    }

    @Test
    void aChosenSetIsTheOnlyOneThatIsTriedAgain() {
        assertThat(FULL.retried(new RetryChoice(Optional.of(5L), false)).furtherSets())
                .isEmpty();
        assertThat(FULL.retried(new RetryChoice(Optional.empty(), true)))
                .isEqualTo(new IntakeDetails(FULL.platform(), true, FULL.tags(), FULL.furtherSets()));
    }
}
