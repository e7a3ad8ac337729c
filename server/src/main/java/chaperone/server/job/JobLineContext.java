package chaperone.server.job;

import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationException;
import java.util.function.BiConsumer;
import java.util.function.Consumer;

/**
 * What a handler sees of the line that it has in hand.
 *
 * @param refusing told of a credential set that did not fit, by its number
 */
public record JobLineContext(
        NewJobLine line, Consumer<Conversation> holding, BiConsumer<Long, ConversationException> refusing) {

    /** Tells that this session belongs to the line, so that stopping the job ends it. */
    public void holds(Conversation conversation) {
        holding.accept(conversation);
    }

    /** Tells that a credential set did not fit, before the line goes on with another one. */
    public void refused(long credentialSet, ConversationException why) {
        refusing.accept(credentialSet, why);
    }
}
