package chaperone.connect.ssh;

import chaperone.connect.conversation.ConnectFailures;
import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.Endpoint;
import chaperone.connect.conversation.FailureKind;
import chaperone.connect.conversation.LoginDetail;
import chaperone.connect.conversation.LoginProtocol;
import chaperone.connect.conversation.Patience;
import chaperone.connect.conversation.ReceiveBuffer;
import chaperone.connect.conversation.Target;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.util.Comparator;
import java.util.List;
import org.apache.sshd.client.SshClient;
import org.apache.sshd.client.auth.keyboard.UserAuthKeyboardInteractiveFactory;
import org.apache.sshd.client.auth.password.UserAuthPasswordFactory;
import org.apache.sshd.client.auth.pubkey.UserAuthPublicKeyFactory;
import org.apache.sshd.client.channel.ChannelShell;
import org.apache.sshd.client.channel.ChannelSubsystem;
import org.apache.sshd.client.channel.ClientChannel;
import org.apache.sshd.client.config.hosts.HostConfigEntryResolver;
import org.apache.sshd.client.session.ClientSession;
import org.apache.sshd.common.AttributeRepository;
import org.apache.sshd.common.SshConstants;
import org.apache.sshd.common.SshException;
import org.apache.sshd.common.keyprovider.KeyIdentityProvider;
import org.apache.sshd.common.random.JceRandomFactory;
import org.apache.sshd.common.random.SingletonRandomFactory;
import org.apache.sshd.common.session.helpers.MissingAttachedSessionException;
import org.apache.sshd.core.CoreModuleProperties;

/** Connections over SSH (RFC 4251 to 4254), logged in and with the host key checked. Safe for threads. */
public final class SshLink implements AutoCloseable {
    private final SshClient client = SshClient.setUpDefaultClient();
    private final Patience patience;

    /** A session that has logged in, and the fingerprint of the key that the device showed. */
    public record LoggedIn(ClientSession session, String hostKey) {}

    public SshLink(Patience patience) {
        this.patience = patience;
        client.setServerKeyVerifier(HostKeyCheck.VERIFIER);
        // Nothing of the account under which the server runs may take part: no keys, no agent, no configuration.
        client.setKeyIdentityProvider(KeyIdentityProvider.EMPTY_KEYS_PROVIDER);
        client.setHostConfigEntryResolver(HostConfigEntryResolver.EMPTY);
        client.setUserAuthFactories(List.of(
                UserAuthPublicKeyFactory.INSTANCE,
                UserAuthPasswordFactory.INSTANCE,
                UserAuthKeyboardInteractiveFactory.INSTANCE));
        client.setKeyExchangeFactories(client.getKeyExchangeFactories().stream()
                .filter(factory -> !factory.getName().contains("sntrup")
                        && !factory.getName().contains("mlkem"))
                .toList());
        // AES is done by the processor; ChaCha20, which the library asks for first, by its own code.
        client.setCipherFactories(client.getCipherFactories().stream()
                .sorted(Comparator.comparing(cipher -> cipher.getName().startsWith("chacha20")))
                .toList());
        // Java's own: the other one that the library may choose is seeded with 64 bits only.
        client.setRandomFactory(new SingletonRandomFactory(JceRandomFactory.INSTANCE));
        client.setNioWorkers(4);
        CoreModuleProperties.TCP_NODELAY.set(client, true);
        CoreModuleProperties.PASSWORD_PROMPTS.set(client, 1);
        client.start();
    }

    /** The caller closes the session. */
    public LoggedIn logIn(Target target, LoginProtocol protocol) {
        LoginDetail login = target.login().by(protocol, target.endpoint());
        HostKeyCheck check = new HostKeyCheck(target.pinned());
        ClientSession session = connect(target, login.account(), check);
        try {
            authenticate(session, target, login, check);
            return new LoggedIn(session, check.seen().orElseThrow());
        } catch (RuntimeException e) {
            session.close(true);
            throw e;
        }
    }

    private ClientSession connect(Target target, String account, HostKeyCheck check) {
        Endpoint endpoint = target.endpoint();
        InetSocketAddress address = new InetSocketAddress(endpoint.host(), endpoint.port());
        if (address.isUnresolved()) {
            throw new ConversationException(FailureKind.NO_ANSWER, endpoint, "the name is not known");
        }
        try {
            return client.connect(
                            account,
                            address,
                            AttributeRepository.ofKeyValuePair(HostKeyCheck.OF_CONNECTION, check),
                            null)
                    .verify(patience.connect())
                    .getSession();
        } catch (IOException e) {
            // The connection stood, and had ended again, for whatever reason, before the library looked.
            if (e.getCause() instanceof MissingAttachedSessionException) throw ended(endpoint, check, e);
            throw ConnectFailures.connecting(endpoint, patience, e);
        }
    }

    /** How far a session came that ended before the log-in was answered. */
    private static ConversationException ended(Endpoint endpoint, HostKeyCheck check, IOException e) {
        if (check.isChanged()) {
            return new ConversationException(FailureKind.HOST_KEY_CHANGED, endpoint, check.explanation(), e);
        }
        return check.seen().isPresent()
                ? new ConversationException(FailureKind.DROPPED, endpoint, "the session ended during log-in", e)
                : new ConversationException(
                        FailureKind.OTHER_PROTOCOL, endpoint, "the port answers, but not as SSH does", e);
    }

    private void authenticate(ClientSession session, Target target, LoginDetail login, HostKeyCheck check) {
        login.keys().forEach(session::addPublicKeyIdentity);
        if (!login.password().isEmpty()) session.addPasswordIdentity(login.password());
        try {
            session.auth().verify(patience.logIn());
        } catch (IOException e) {
            throw logInFailure(target.endpoint(), login, check, e);
        }
    }

    private static ConversationException logInFailure(
            Endpoint endpoint, LoginDetail login, HostKeyCheck check, IOException e) {
        boolean refused = e instanceof SshException ssh
                && ssh.getDisconnectCode() == SshConstants.SSH2_DISCONNECT_NO_MORE_AUTH_METHODS_AVAILABLE;
        return refused
                ? new ConversationException(
                        FailureKind.LOGIN_REFUSED,
                        endpoint,
                        "account " + login.account()
                                + (login.keys().isEmpty() ? " or its password" : ", its key or password"),
                        e)
                : ended(endpoint, check, e);
    }

    /** A terminal wide enough that no device breaks a line. */
    public ChannelShell shell(ClientSession session, Endpoint endpoint, ReceiveBuffer incoming) {
        try {
            ChannelShell channel = session.createShellChannel();
            channel.setPtyType("vt100");
            channel.setPtyColumns(511);
            channel.setPtyLines(60);
            return opened(channel, incoming);
        } catch (IOException e) {
            throw new ConversationException(FailureKind.NO_SHELL, endpoint, "no shell was opened", e);
        }
    }

    public ChannelSubsystem subsystem(ClientSession session, String name, Endpoint endpoint, ReceiveBuffer incoming) {
        try {
            return opened(session.createSubsystemChannel(name), incoming);
        } catch (IOException e) {
            throw new ConversationException(
                    FailureKind.NO_PROGRAM_INTERFACE, endpoint, "the subsystem " + name + " was not opened", e);
        }
    }

    private <C extends ClientChannel> C opened(C channel, ReceiveBuffer incoming) throws IOException {
        channel.setOut(incoming);
        channel.setErr(incoming);
        channel.addCloseFutureListener(closed -> incoming.end());
        channel.open().verify(patience.logIn());
        return channel;
    }

    @Override
    public void close() {
        client.stop();
    }
}
