package chaperone.connect.https;

import chaperone.connect.conversation.CallRule;
import chaperone.connect.conversation.Console;
import chaperone.connect.conversation.ConversationListener;
import chaperone.connect.conversation.Login;
import chaperone.connect.conversation.Patience;
import chaperone.connect.conversation.Protocol;
import chaperone.connect.conversation.ProtocolDetection;
import chaperone.connect.conversation.Target;
import chaperone.core.platform.Dialogue;
import chaperone.core.platform.Platform;
import java.util.Optional;

/** Requests over HTTPS (RFC 9110). */
public record HttpsProtocol(Patience patience, CallRule rule) implements Protocol {
    @Override
    public boolean speaks(Platform platform) {
        return platform.dialogue() instanceof Dialogue.Https;
    }

    @Override
    public boolean mayAnswer(ProtocolDetection greeting, Login login) {
        return greeting == ProtocolDetection.TLS;
    }

    @Override
    public HttpsConversation open(Target target, Platform platform, ConversationListener listener) {
        return open(target, listener);
    }

    @Override
    public Optional<Console> console(Target target, Console.Sink sink) {
        return Optional.of(new RequestConsole(open(target, ConversationListener.NONE), sink));
    }

    /** For files. */
    public HttpsConversation open(Target target) {
        return open(target, ConversationListener.NONE);
    }

    /** Nothing is sent before the first request. */
    private HttpsConversation open(Target target, ConversationListener listener) {
        HttpsConversation conversation = new HttpsConversation(target, patience, listener, rule.authorities());
        listener.opened(conversation);
        return conversation;
    }
}
