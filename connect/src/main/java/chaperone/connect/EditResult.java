package chaperone.connect;

import chaperone.connect.conversation.ConversationException;

/** What came of giving lines to a device. */
public sealed interface EditResult {
    /** All of them were taken, and are in force. */
    record Applied() implements EditResult {}

    /**
     * One was refused. What went before it may be in force, if the family has no draft.
     *
     * @param line counted from 0; -1 if it was not one of the lines but a request around them
     * @param words the device's own
     */
    record Refused(int line, String words) implements EditResult {}

    /** The conversation broke before a byte was sent: the device is as it was. */
    record NotSent(ConversationException cause) implements EditResult {}

    /** The conversation broke: what arrived can only be found out by reading. */
    record Unknown(ConversationException cause) implements EditResult {}
}
