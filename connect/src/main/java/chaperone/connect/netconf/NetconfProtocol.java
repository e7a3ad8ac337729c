package chaperone.connect.netconf;

import chaperone.connect.conversation.ConversationListener;
import chaperone.connect.conversation.ConversationListener.Step;
import chaperone.connect.conversation.Login;
import chaperone.connect.conversation.LoginProtocol;
import chaperone.connect.conversation.Patience;
import chaperone.connect.conversation.Protocol;
import chaperone.connect.conversation.ProtocolDetection;
import chaperone.connect.conversation.ReceiveBuffer;
import chaperone.connect.conversation.Target;
import chaperone.connect.ssh.SshLink;
import chaperone.core.platform.Dialogue;
import chaperone.core.platform.Platform;
import org.apache.sshd.client.channel.ChannelSubsystem;

/** NETCONF over SSH (RFC 6242). */
public record NetconfProtocol(SshLink ssh, Patience patience) implements Protocol {
    @Override
    public boolean speaks(Platform platform) {
        return platform.dialogue() instanceof Dialogue.Netconf;
    }

    @Override
    public boolean mayAnswer(ProtocolDetection greeting, Login login) {
        return greeting == ProtocolDetection.SSH;
    }

    @Override
    public NetconfConversation open(Target target, Platform platform, ConversationListener listener) {
        SshLink.LoggedIn loggedIn = ssh.logIn(target, LoginProtocol.NETCONF);
        try {
            ReceiveBuffer incoming = new ReceiveBuffer(patience.mostBytes());
            ChannelSubsystem channel = ssh.subsystem(loggedIn.session(), "netconf", target.endpoint(), incoming);
            NetconfConversation conversation =
                    new NetconfConversation(target.endpoint(), loggedIn, channel, incoming, patience, listener);
            listener.opened(conversation);
            listener.reached(Step.CONNECTED, loggedIn.hostKey());
            conversation.greet();
            return conversation;
        } catch (RuntimeException e) {
            loggedIn.session().close(true);
            throw e;
        }
    }
}
