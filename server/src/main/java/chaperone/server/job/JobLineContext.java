package chaperone.server.job;

import chaperone.connect.conversation.Conversation;
import java.util.function.Consumer;

/** What a handler sees of the line that it has in hand. */
public record JobLineContext(NewJobLine line, Consumer<Conversation> holding) {

    /** Tells that this session belongs to the line, so that stopping the job ends it. */
    public void holds(Conversation conversation) {
        holding.accept(conversation);
    }
}
