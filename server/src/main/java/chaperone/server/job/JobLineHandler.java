package chaperone.server.job;

import java.util.List;
import java.util.function.Function;

/** Does one kind of work on one line; {@link chaperone.connect.conversation.ConversationException} becomes the line's failure. */
public interface JobLineHandler {
    JobKind kind();

    JobLineResult handle(JobLineContext work);

    /** Does it on the lines of one task, one after the other; whoever wants to can read ahead about their devices. */
    default Function<JobLineContext, JobLineResult> begin(List<Long> devices) {
        return this::handle;
    }
}
