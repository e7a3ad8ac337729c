package chaperone.connect.conversation;

/** Learns how a conversation goes. Passwords never come here. */
@FunctionalInterface
public interface ConversationListener {
    ConversationListener NONE = conversation -> {};

    /** What a conversation reaches before it can be used. */
    enum Step {
        CONNECTED,
        PROMPT_FOUND,
        RECOGNISED,
        PAGING_OFF,
        PRIVILEGED
    }

    /** The conversation stands and can be stopped. */
    void opened(Conversation conversation);

    /** @param seen what showed that the step was reached */
    default void reached(Step step, String seen) {}

    /** @param answer as the device gave it, without echo and prompt */
    default void exchanged(String request, String answer) {}
}
