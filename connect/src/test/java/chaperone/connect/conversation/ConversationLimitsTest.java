package chaperone.connect.conversation;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.connect.conversation.ConversationLimits.Permit;
import java.time.Duration;
import org.junit.jupiter.api.Test;

class ConversationLimitsTest {
    @Test
    void boundsASiteAndTheWhole() throws InterruptedException {
        ConversationLimits limits = new ConversationLimits(3, 2);
        Permit first = limits.acquire("brkw", Duration.ZERO).orElseThrow();
        limits.acquire("brkw", Duration.ZERO).orElseThrow();
        assertThat(limits.acquire("brkw", Duration.ofMillis(1))).isEmpty();
        limits.acquire("cairn", Duration.ZERO).orElseThrow();
        assertThat(limits.acquire("duns", Duration.ofMillis(1))).isEmpty();
        first.close();
        assertThat(limits.acquire("duns", Duration.ZERO)).isPresent();
        assertThat(limits.acquire("brkw", Duration.ZERO))
                .as("the whole is full again")
                .isEmpty();
    }
}
