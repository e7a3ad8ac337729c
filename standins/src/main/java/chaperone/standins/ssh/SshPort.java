package chaperone.standins.ssh;

import chaperone.standins.device.Port;
import chaperone.standins.device.Shell;
import chaperone.standins.device.Storage;
import chaperone.standins.device.Visit;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.InetSocketAddress;
import java.security.KeyPair;
import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Function;
import org.apache.sshd.common.AttributeRepository.AttributeKey;
import org.apache.sshd.common.config.keys.PublicKeyEntry;
import org.apache.sshd.common.file.virtualfs.VirtualFileSystemFactory;
import org.apache.sshd.common.keyprovider.KeyPairProvider;
import org.apache.sshd.common.session.helpers.AbstractSession;
import org.apache.sshd.core.CoreModuleProperties;
import org.apache.sshd.server.SshServer;
import org.apache.sshd.server.session.ServerSession;
import org.apache.sshd.server.subsystem.SubsystemFactory;

/** An SSH server at one address, for one device. */
public final class SshPort implements Port {
    private static final AttributeKey<String> LEVEL = new AttributeKey<>();

    private final SshServer server;

    /** How files come and go. */
    public enum Files {
        SCP,
        SFTP
    }

    /** A session of the interface for programs, on a channel's two streams. */
    public interface Programs {
        void serve(Visit visit, InputStream in, OutputStream out) throws IOException;

        /** Whether the device's configuration has it on. */
        boolean isOn();
    }

    /**
     * What a device offers over SSH.
     *
     * @param identification what it calls itself before the log-in (RFC 4253, section 4.2)
     * @param logIn account and password to the account's level, if they fit
     * @param byKey account and public key to the account's level, if the device knows this key
     * @param shellOf what a visitor talks to
     * @param netconf the subsystem {@code netconf} (RFC 6242), if it has one
     */
    public record Offer(
            String identification,
            BiFunction<String, String, Optional<String>> logIn,
            BiFunction<String, String, Optional<String>> byKey,
            Function<Visit, Shell> shellOf,
            Optional<Programs> netconf,
            Files files,
            Storage storage) {}

    public SshPort(InetSocketAddress address, KeyPair hostKey, SshRuntime runtime, Offer offer) {
        server = SshServer.setUpDefaultServer();
        server.setHost(address.getHostString());
        server.setPort(address.getPort());
        server.setIoServiceFactoryFactory(runtime.io());
        server.setScheduledExecutorService(runtime.timer(), false);
        CoreModuleProperties.TCP_NODELAY.set(server, true);
        CoreModuleProperties.SERVER_IDENTIFICATION.set(server, offer.identification());
        server.setKeyPairProvider(KeyPairProvider.wrap(hostKey));
        server.setKeyExchangeFactories(server.getKeyExchangeFactories().stream()
                .filter(factory -> !factory.getName().contains("sntrup")
                        && !factory.getName().contains("mlkem"))
                .toList());
        server.setPasswordAuthenticator(
                (account, password, session) -> letIn(session, offer.logIn().apply(account, password)));
        server.setPublickeyAuthenticator(
                (account, key, session) -> letIn(session, offer.byKey().apply(account, PublicKeyEntry.toString(key))));
        server.setShellFactory(channel ->
                new ShellCommand(offer.shellOf().apply(visit(channel.getServerSession(), "SSH")), runtime.shells()));
        offerFiles(offer, runtime);
    }

    private static boolean letIn(ServerSession session, Optional<String> level) {
        level.ifPresent(found -> session.setAttribute(LEVEL, found));
        return level.isPresent();
    }

    private void offerFiles(Offer offer, SshRuntime runtime) {
        // The folder is made when the first file comes: a thousand devices need no thousand folders.
        server.setFileSystemFactory(new VirtualFileSystemFactory() {
            @Override
            public java.nio.file.Path getUserHomeDir(org.apache.sshd.common.session.SessionContext session) {
                return offer.storage().folder();
            }
        });
        List<SubsystemFactory> subsystems = new java.util.ArrayList<>();
        if (offer.files() == Files.SFTP) subsystems.add(Transfers.sftp(offer.storage()));
        else server.setCommandFactory(Transfers.scp(offer.storage()));
        offer.netconf().ifPresent(programs -> subsystems.add(new ProgramSubsystem(programs, runtime.shells())));
        server.setSubsystemFactories(subsystems);
    }

    static Visit visit(ServerSession session, String way) {
        return new Visit(
                session.getUsername(),
                session.getAttribute(LEVEL),
                (InetSocketAddress) session.getClientAddress(),
                way);
    }

    @Override
    public void open() {
        try {
            server.start();
        } catch (IOException e) {
            throw new UncheckedIOException("Cannot listen at " + server.getHost() + ":" + server.getPort(), e);
        }
    }

    @Override
    public int sessions() {
        List<AbstractSession> active = server.getActiveSessions();
        return active.size();
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
