package chaperone.server.job;

import chaperone.server.outcome.Outcome;
import java.util.List;
import java.util.function.Function;

/** Does one kind of work on one line; {@link chaperone.connect.conversation.ConversationException} becomes the line's failure. */
public interface JobLineHandler {
    JobKind kind();

    /** How its lines may end, besides the ways in which any conversation fails and any job is ended. */
    List<? extends Outcome> outcomes();

    JobLineResult handle(JobLineContext work);

    /**
     * The payload with which a line is tried again.
     *
     * @param payload the one that it had
     */
    default String retried(String payload, RetryChoice choice) {
        return payload;
    }

    /** Does it on the lines of one task, one after the other; whoever wants to can read ahead about their devices. */
    default Function<JobLineContext, JobLineResult> begin(List<Long> devices) {
        return this::handle;
    }
}
