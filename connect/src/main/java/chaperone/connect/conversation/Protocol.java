package chaperone.connect.conversation;

import chaperone.core.platform.Platform;
import java.util.List;
import java.util.Optional;

/** A way of talking to devices. Safe for threads. */
public interface Protocol {
    /** Whether devices of this platform are spoken to in this way. */
    boolean speaks(Platform platform);

    /** Whether a device of which nothing is known but its greeting may be spoken to in this way with this log-in. */
    boolean mayAnswer(ProtocolDetection greeting, Login login);

    /** A conversation with a device of a known platform, logged in and ready for requests. The caller closes it. */
    Conversation open(Target target, Platform platform, ConversationListener listener);

    /**
     * A conversation with a device that may be of any of these platforms. The caller closes it.
     *
     * @param platforms at least one, all spoken to in this way
     */
    default FirstMeeting meet(
            Target target, List<Platform> platforms, ProtocolDetection greeting, ConversationListener listener) {
        return FirstMeeting.over(open(target, platforms.get(0), listener));
    }

    /** A person's session on the device, which the caller closes; nothing if people do not talk to devices in this way. */
    default Optional<Console> console(Target target, Console.Sink sink) {
        return Optional.empty();
    }
}
