package chaperone.server.job;

import java.util.List;
import java.util.function.Function;

/** Does one kind of work on one line; {@link chaperone.connect.ConversationException} becomes the line's failure. */
public interface LineHandler {
    JobKind kind();

    LineResult handle(LineWork work);

    /** Does it on the lines of one task, one after the other; whoever wants to can read ahead about their devices. */
    default Function<LineWork, LineResult> begin(List<Long> devices) {
        return this::handle;
    }
}
