package chaperone.standins.ssh;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetSocketAddress;
import java.security.KeyPair;
import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Function;
import org.apache.sshd.common.AttributeRepository.AttributeKey;
import org.apache.sshd.common.keyprovider.KeyPairProvider;
import org.apache.sshd.common.session.helpers.AbstractSession;
import org.apache.sshd.core.CoreModuleProperties;
import org.apache.sshd.server.SshServer;
import org.apache.sshd.server.session.ServerSession;

/** An SSH server at one address, for one device. */
final class SshPort implements AutoCloseable {
    private static final AttributeKey<String> LEVEL = new AttributeKey<>();

    private final SshServer server;

    /**
     * @param logIn account and password to the account's level, if they fit
     * @param shellOf what a visitor talks to
     */
    SshPort(
            InetSocketAddress address,
            KeyPair hostKey,
            SshRuntime runtime,
            BiFunction<String, String, Optional<String>> logIn,
            Function<Visit, Shell> shellOf) {
        server = SshServer.setUpDefaultServer();
        server.setHost(address.getHostString());
        server.setPort(address.getPort());
        server.setIoServiceFactoryFactory(runtime.io());
        server.setScheduledExecutorService(runtime.timer(), false);
        CoreModuleProperties.TCP_NODELAY.set(server, true);
        CoreModuleProperties.SERVER_IDENTIFICATION.set(server, "Corvane_7");
        server.setKeyPairProvider(KeyPairProvider.wrap(hostKey));
        server.setKeyExchangeFactories(server.getKeyExchangeFactories().stream()
                .filter(factory -> !factory.getName().contains("sntrup")
                        && !factory.getName().contains("mlkem"))
                .toList());
        server.setPasswordAuthenticator((account, password, session) -> {
            Optional<String> level = logIn.apply(account, password);
            level.ifPresent(found -> session.setAttribute(LEVEL, found));
            return level.isPresent();
        });
        server.setShellFactory(
                channel -> new ShellCommand(shellOf.apply(visit(channel.getServerSession())), runtime.shells()));
    }

    private static Visit visit(ServerSession session) {
        return new Visit(
                session.getUsername(), session.getAttribute(LEVEL), (InetSocketAddress) session.getClientAddress());
    }

    void open() {
        try {
            server.start();
        } catch (IOException e) {
            throw new UncheckedIOException("Cannot listen at " + server.getHost() + ":" + server.getPort(), e);
        }
    }

    int sessions() {
        return active().size();
    }

    /** Ends every session at once, as a device that loses power does. */
    void dropSessions() {
        active().forEach(session -> session.close(true));
    }

    private List<AbstractSession> active() {
        return server.getActiveSessions();
    }

    @Override
    public void close() {
        try {
            server.close(true).await();
        } catch (IOException e) {
            throw new UncheckedIOException("The port at " + server.getHost() + " did not close", e);
        }
    }
}
