package chaperone.connect.conversation;

import com.google.re2j.Pattern;
import java.util.Optional;

/**
 * An open conversation with a device, in whatever protocol its platform speaks. Owned by one thread; only {@link #stop}
 * may be called from another. Every wait ends, at the latest with the patience of the whole conversation.
 */
public interface Conversation extends AutoCloseable {

    Endpoint endpoint();

    /** The fingerprint of the key or certificate that the device showed, as {@code SHA256:…}; empty for Telnet. */
    String identity();

    /** Whether nobody on the way can read what is said. */
    default boolean isEncrypted() {
        return true;
    }

    /**
     * The answer to a request that reads; lines end with a line feed.
     *
     * @throws ConversationException if the device refuses it, falls silent, ends the session or says too much
     */
    String ask(String request);

    /**
     * As {@link #ask}, of something over which a device is silent for long, such as the digest of an image: as long as the
     * whole conversation may take.
     */
    default String askPatiently(String request) {
        return ask(request);
    }

    /**
     * The answer to a request that may alter the device, and with it what it answers to next.
     *
     * @throws ConversationException as {@link #ask}; {@link ConversationException#written} says whether the device may have
     *     got it
     */
    String alter(String request);

    /** What the device would need for this request and said that it does not have; it is not worth asking then. */
    default Optional<String> missingFor(String request) {
        return Optional.empty();
    }

    /** What a device asks back before it does something, and what to say to that. */
    record Question(Pattern question, String answer) {}

    /**
     * A request after which the device goes: a restart. That it ends the conversation, or falls silent, is what is wished.
     *
     * @throws ConversationException if the device refuses it
     */
    default void leave(String request, Optional<Question> question) {
        try {
            alter(request);
        } catch (ConversationException e) {
            if (e.kind() != FailureKind.DROPPED && e.kind() != FailureKind.FELL_SILENT) throw e;
        }
    }

    /** Ends the conversation from another thread; the one that owns it gets {@link FailureKind#STOPPED}. */
    void stop();

    /** Ends the session; says goodbye if the device still listens. Never throws. */
    @Override
    void close();
}
