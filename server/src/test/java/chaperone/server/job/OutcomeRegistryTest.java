package chaperone.server.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chaperone.connect.conversation.FailureKind;
import chaperone.server.outcome.ConversationOutcome;
import chaperone.server.outcome.Outcome;
import java.util.List;
import org.junit.jupiter.api.Test;

class OutcomeRegistryTest {
    private enum OfACapability implements Outcome {
        BAKED,
        BURNT;

        @Override
        public Saying saying() {
            return new Saying("It is " + name(), "");
        }
    }

    private enum OfAnother implements Outcome {
        BURNT;

        @Override
        public Saying saying() {
            return new Saying("Somebody got burnt", "");
        }
    }

    @Test
    void knowsTheOutcomesOfEveryHandlerAndOfEveryConversation() {
        OutcomeRegistry registry = new OutcomeRegistry(List.of(handler(OfACapability.values())));
        assertThat(registry.of("BURNT")).isEqualTo(OfACapability.BURNT);
        assertThat(registry.of("DEVICE_GONE").meaning()).isNotEmpty();
        for (FailureKind kind : FailureKind.values()) {
            Outcome outcome = ConversationOutcome.of(kind);
            assertThat(registry.of(outcome.name())).isSameAs(outcome);
            assertThat(outcome.meaning()).endsWith(".");
            assertThat(outcome.advice()).endsWith(".");
        }
    }

    @Test
    void twoHandlersMayShareOutcomesButNotCodes() {
        JobLineHandler one = handler(OfACapability.values());
        assertThat(new OutcomeRegistry(List.of(one, one)).of("BAKED")).isEqualTo(OfACapability.BAKED);
        assertThatThrownBy(() -> new OutcomeRegistry(List.of(one, handler(OfAnother.values()))))
                .isInstanceOf(IllegalStateException.class);
    }

    @Test
    void aCodeThatNobodyKnowsAnyMoreIsStillShown() {
        assertThat(new OutcomeRegistry(List.of()).of("STEAMED").name()).isEqualTo("STEAMED");
    }

    private static JobLineHandler handler(Outcome... outcomes) {
        return new JobLineHandler() {
            @Override
            public JobKind kind() {
                return JobKind.COPY;
            }

            @Override
            public List<? extends Outcome> outcomes() {
                return List.of(outcomes);
            }

            @Override
            public JobLineResult handle(JobLineContext work) {
                throw new UnsupportedOperationException();
            }
        };
    }
}
