package chaperone.connect;

import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.FailureKind;
import chaperone.core.fact.Facts;
import chaperone.core.platform.Platform;
import chaperone.core.platform.QuickCheck;

/**
 * Reads what a device tells of itself between the configurations. Only the first request is needed, since it tells the
 * name: a device or an account that refuses one of the others loses that fact, not its copy.
 */
public final class FactReading {

    private FactReading() {}

    /** @throws ConversationException as {@link Conversation#ask}, but for a refusal of what can be done without */
    public static Facts of(Conversation conversation, Platform platform) {
        String needed = platform.facts().request();
        return platform.facts()
                .read(request -> request.equals(needed)
                        ? conversation.ask(request)
                        : answerUnlessRefused(conversation, request));
    }

    /** What the platform's quick check gives; nothing if it has none, or the device refuses it. */
    public static QuickCheck.Answer quickly(Conversation conversation, Platform platform) {
        return platform.quickCheck()
                .map(check -> check.read(answerUnlessRefused(conversation, check.request())))
                .orElse(QuickCheck.Answer.NOTHING);
    }

    private static String answerUnlessRefused(Conversation conversation, String request) {
        try {
            return conversation.ask(request);
        } catch (ConversationException e) {
            if (e.kind() != FailureKind.COMMAND_REFUSED) throw e;
            return "";
        }
    }
}
