package chaperone.connect.shell;

import chaperone.connect.conversation.LoginProtocol;
import chaperone.connect.conversation.ReceiveBuffer;
import chaperone.connect.conversation.Target;
import chaperone.connect.ssh.SshLink;
import java.io.OutputStream;
import org.apache.sshd.client.channel.ChannelShell;

/** A terminal on an SSH channel. */
record SshTerminal(SshLink.LoggedIn loggedIn, ChannelShell channel, ReceiveBuffer incoming) implements TerminalLine {

    static SshTerminal open(SshLink link, Target target, ReceiveBuffer incoming) {
        SshLink.LoggedIn loggedIn = link.logIn(target, LoginProtocol.SSH);
        try {
            return new SshTerminal(loggedIn, link.shell(loggedIn.session(), target.endpoint(), incoming), incoming);
        } catch (RuntimeException e) {
            loggedIn.session().close(true);
            throw e;
        }
    }

    @Override
    public OutputStream outgoing() {
        return channel.getInvertedIn();
    }

    @Override
    public boolean isOpen() {
        return channel.isOpen();
    }

    @Override
    public String identity() {
        return loggedIn.hostKey();
    }

    @Override
    public void close() {
        channel.close(true);
        loggedIn.session().close(true);
    }
}
