package chaperone.connect;

import chaperone.core.platform.Facts;
import chaperone.core.platform.Platform;
import java.io.IOException;
import java.net.ConnectException;
import java.net.InetSocketAddress;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import org.apache.sshd.client.SshClient;
import org.apache.sshd.client.auth.keyboard.UserAuthKeyboardInteractiveFactory;
import org.apache.sshd.client.auth.password.UserAuthPasswordFactory;
import org.apache.sshd.client.channel.ChannelShell;
import org.apache.sshd.client.channel.ClientChannelEvent;
import org.apache.sshd.client.config.hosts.HostConfigEntryResolver;
import org.apache.sshd.client.session.ClientSession;
import org.apache.sshd.common.AttributeRepository;
import org.apache.sshd.common.SshConstants;
import org.apache.sshd.common.SshException;
import org.apache.sshd.common.keyprovider.KeyIdentityProvider;
import org.apache.sshd.core.CoreModuleProperties;

/** Opens conversations with devices over SSH (RFC 4251 to 4254). Safe for threads; close it to end all of them. */
public final class Connector implements AutoCloseable {
    private final SshClient client = SshClient.setUpDefaultClient();
    private final Patience patience;

    /** Whom to talk to: the host key is compared with the pinned one, if there is one. */
    public record Target(Endpoint endpoint, Login login, Optional<String> pinnedHostKey) {}

    /** A device that was met for the first time. */
    public record Met(Platform platform, Facts facts, String hostKey) {}

    public Connector(Patience patience) {
        this.patience = patience;
        client.setServerKeyVerifier(HostKeyCheck.VERIFIER);
        // Nothing of the account under which the server runs may take part: no keys, no agent, no configuration.
        client.setKeyIdentityProvider(KeyIdentityProvider.EMPTY_KEYS_PROVIDER);
        client.setHostConfigEntryResolver(HostConfigEntryResolver.EMPTY);
        client.setUserAuthFactories(
                List.of(UserAuthPasswordFactory.INSTANCE, UserAuthKeyboardInteractiveFactory.INSTANCE));
        client.setKeyExchangeFactories(client.getKeyExchangeFactories().stream()
                .filter(factory -> !factory.getName().contains("sntrup")
                        && !factory.getName().contains("mlkem"))
                .toList());
        client.setNioWorkers(4);
        CoreModuleProperties.TCP_NODELAY.set(client, true);
        CoreModuleProperties.PASSWORD_PROMPTS.set(client, 1);
        client.start();
    }

    /**
     * Logs in, finds out which of the platforms it is, and reads its facts.
     *
     * @param opened is told of the session once it stands, so that others can stop it
     */
    public Met meet(Target target, List<Platform> platforms, Consumer<DeviceSession> opened) {
        try (DeviceSession session = open(target, platforms.get(0))) {
            opened.accept(session);
            List<Platform> candidates = firstPrompt(session, platforms);
            for (Platform platform : candidates) {
                session.follow(platform);
                if (!isRecognised(session, platform)) continue;
                session.prepare(target.login());
                Facts facts = platform.facts().read(session.run(platform.facts().command()));
                return new Met(platform, facts, session.hostKey());
            }
            throw new ConversationException(
                    FailureKind.NOT_A_KNOWN_PLATFORM, target.endpoint(), "no platform knows its answers");
        }
    }

    private static List<Platform> firstPrompt(DeviceSession session, List<Platform> platforms) {
        try {
            return session.meet(platforms);
        } catch (ConversationException e) {
            if (e.kind() != FailureKind.UNEXPECTED_PROMPT) throw e;
            throw new ConversationException(FailureKind.NOT_A_KNOWN_PLATFORM, session.endpoint(), e.seen(), e);
        }
    }

    private static boolean isRecognised(DeviceSession session, Platform platform) {
        try {
            String answer = session.run(platform.recognition().command());
            return platform.recognition().answer().matcher(answer).find();
        } catch (ConversationException e) {
            if (e.kind() == FailureKind.COMMAND_REFUSED) return false;
            throw e;
        }
    }

    /** A conversation with a device whose platform is known, ready to read its configuration. The caller closes it. */
    public DeviceSession open(Target target, Platform platform, Consumer<DeviceSession> opened) {
        DeviceSession session = open(target, platform);
        try {
            opened.accept(session);
            session.meet(List.of(platform));
            session.prepare(target.login());
            return session;
        } catch (RuntimeException e) {
            session.close();
            throw e;
        }
    }

    private DeviceSession open(Target target, Platform platform) {
        HostKeyCheck check = new HostKeyCheck(target.pinnedHostKey());
        ClientSession session = connect(target, check);
        try {
            logIn(session, target, check);
            Incoming incoming = new Incoming(patience.mostBytes());
            ChannelShell channel = shell(session, target.endpoint(), incoming);
            return new DeviceSession(
                    target.endpoint(),
                    session,
                    channel,
                    incoming,
                    patience,
                    check.seen().orElseThrow(),
                    platform.shell());
        } catch (RuntimeException e) {
            session.close(true);
            throw e;
        }
    }

    private ClientSession connect(Target target, HostKeyCheck check) {
        Endpoint endpoint = target.endpoint();
        InetSocketAddress address = new InetSocketAddress(endpoint.host(), endpoint.port());
        if (address.isUnresolved()) {
            throw new ConversationException(FailureKind.NO_ANSWER, endpoint, "the name is not known");
        }
        try {
            return client.connect(
                            target.login().account(),
                            address,
                            AttributeRepository.ofKeyValuePair(HostKeyCheck.OF_CONNECTION, check),
                            null)
                    .verify(patience.connect())
                    .getSession();
        } catch (IOException e) {
            throw connectFailure(endpoint, e);
        }
    }

    private ConversationException connectFailure(Endpoint endpoint, IOException e) {
        Throwable root = e;
        while (root.getCause() != null && root.getCause() != root) root = root.getCause();
        boolean refused = root instanceof ConnectException
                && String.valueOf(root.getMessage()).contains("refused");
        return refused
                ? new ConversationException(FailureKind.PORT_CLOSED, endpoint, "the connection was refused", e)
                : new ConversationException(
                        FailureKind.NO_ANSWER,
                        endpoint,
                        "no connection within " + patience.connect().toSeconds() + " s",
                        e);
    }

    private void logIn(ClientSession session, Target target, HostKeyCheck check) {
        session.addPasswordIdentity(target.login().password());
        try {
            session.auth().verify(patience.logIn());
        } catch (IOException e) {
            throw logInFailure(session, target, check, e);
        }
    }

    private ConversationException logInFailure(
            ClientSession session, Target target, HostKeyCheck check, IOException e) {
        Endpoint endpoint = target.endpoint();
        if (check.isChanged()) {
            return new ConversationException(FailureKind.HOST_KEY_CHANGED, endpoint, check.explanation(), e);
        }
        if (session.getServerVersion() == null || check.seen().isEmpty()) {
            return new ConversationException(
                    FailureKind.NO_ANSWER, endpoint, "the port answers, but not as SSH does", e);
        }
        boolean refused = e instanceof SshException ssh
                && ssh.getDisconnectCode() == SshConstants.SSH2_DISCONNECT_NO_MORE_AUTH_METHODS_AVAILABLE;
        return refused
                ? new ConversationException(
                        FailureKind.LOGIN_REFUSED,
                        endpoint,
                        "account " + target.login().account() + " or its password",
                        e)
                : new ConversationException(FailureKind.DROPPED, endpoint, "the session ended during log-in", e);
    }

    private ChannelShell shell(ClientSession session, Endpoint endpoint, Incoming incoming) {
        try {
            ChannelShell channel = session.createShellChannel();
            channel.setPtyType("vt100");
            channel.setPtyColumns(511);
            channel.setPtyLines(60);
            channel.setOut(incoming);
            channel.setErr(incoming);
            channel.addCloseFutureListener(closed -> incoming.end());
            channel.open().verify(patience.logIn());
            if (channel.waitFor(EnumSet.of(ClientChannelEvent.OPENED), TimeUnit.SECONDS.toMillis(1))
                    .isEmpty()) {
                throw new ConversationException(FailureKind.DROPPED, endpoint, "no shell was opened");
            }
            return channel;
        } catch (IOException e) {
            throw new ConversationException(FailureKind.DROPPED, endpoint, "no shell was opened", e);
        }
    }

    @Override
    public void close() {
        client.stop();
    }
}
