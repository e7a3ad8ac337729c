package chaperone.server.fleet;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.answer.Answer.Kind;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** What happens to a device changes its answers in the same breath, and says since when. */
class DeviceAnswerTest {
    private static final Instant ADDED = Instant.parse("2026-11-23T07:58:00Z");

    private final Device device = new Device("127.20.1.21", 22, "corvane", 1, ADDED);

    private static Instant after(long minutes) {
        return ADDED.plus(Duration.ofMinutes(minutes));
    }

    @Test
    void aNewDeviceIsNotKept() {
        assertThat(device.answers().kept().kind()).isEqualTo(Kind.NO);
        assertThat(device.answers().kept().since()).contains(ADDED);
        assertThat(device.answers().matched().kind()).isEqualTo(Kind.NOT_KNOWN);
        assertThat(device.answers().sound().since()).isEmpty();
    }

    @Test
    void aSecondCopyIsTheSameAnswerSinceTheFirst() {
        device.copied(after(1), true, Optional.of(true), "");
        device.copied(after(60), false, Optional.of(true), "");
        assertThat(device.answers().kept().kind()).isEqualTo(Kind.YES);
        assertThat(device.answers().kept().since()).contains(after(1));
    }

    @Test
    void aFailureNeedsAttentionUntilTheDeviceAnswersAgain() {
        device.copied(after(1), true, Optional.of(true), "");
        device.copyFailed(after(2), "NO_ANSWER");
        assertThat(device.answers().kept().kind()).isEqualTo(Kind.ATTENTION);
        device.answered(after(3));
        assertThat(device.answers().kept().kind()).isEqualTo(Kind.YES);
        assertThat(device.answers().kept().since()).contains(after(3));
    }

    @Test
    void anotherReasonForTheSameAnswerIsNoNewAnswer() {
        device.copied(after(1), true, Optional.of(true), "");
        device.copyFailed(after(2), "NO_ANSWER");
        device.copiedInPart(after(3), true, "no \"port\" any more", "");
        assertThat(device.answers().kept().reason()).contains("only a part");
        assertThat(device.answers().kept().since()).contains(after(2));
        device.acceptAsWhole(after(3), after(4));
        assertThat(device.answers().kept().kind()).isEqualTo(Kind.YES);
    }

    @Test
    void noiseThatIsSetAsideMayMakeSavedAndRunningTheSame() {
        device.copied(after(1), true, Optional.of(false), "");
        assertThat(device.answers().matched().kind()).isEqualTo(Kind.ATTENTION);
        device.savedIsRunning(true, after(2));
        assertThat(device.answers().matched().kind()).isEqualTo(Kind.NOT_KNOWN);
        assertThat(device.answers().matched().since()).contains(after(2));
    }
}
