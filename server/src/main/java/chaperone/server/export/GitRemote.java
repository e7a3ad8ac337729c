package chaperone.server.export;

import chaperone.connect.conversation.Endpoint;
import chaperone.server.callable.CallRules;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.URISyntaxException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.PublicKey;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.apache.sshd.common.config.keys.KeyUtils;
import org.apache.sshd.common.util.security.SecurityUtils;
import org.eclipse.jgit.api.Git;
import org.eclipse.jgit.api.PushCommand;
import org.eclipse.jgit.api.errors.GitAPIException;
import org.eclipse.jgit.lib.Repository;
import org.eclipse.jgit.transport.CredentialsProvider;
import org.eclipse.jgit.transport.PushResult;
import org.eclipse.jgit.transport.RefSpec;
import org.eclipse.jgit.transport.RemoteRefUpdate;
import org.eclipse.jgit.transport.SshTransport;
import org.eclipse.jgit.transport.TransportHttp;
import org.eclipse.jgit.transport.URIish;
import org.eclipse.jgit.transport.UsernamePasswordCredentialsProvider;
import org.eclipse.jgit.transport.sshd.ServerKeyDatabase;
import org.eclipse.jgit.transport.sshd.SshdSessionFactory;
import org.eclipse.jgit.transport.sshd.SshdSessionFactoryBuilder;
import org.springframework.stereotype.Component;
import org.springframework.util.FileSystemUtils;

/** Pushes a repository to where an administrator wants it: over SSH with a known host key, or over HTTPS. */
@Component
class GitRemote {
    private static final int SECONDS = 60;
    private static final int SSH_PORT = 22;
    private static final int HTTPS_PORT = 443;
    private static final int LAST_PORT = 65_535;

    private final CallRules rules;

    GitRemote(CallRules rules) {
        this.rules = rules;
    }

    /** @param problem empty if the remote has all; {@code seenKey} the fingerprint that a server showed and nobody knows */
    record Pushed(String problem, String seenKey) {
        static final Pushed WELL = new Pushed("", "");

        static Pushed not(String problem) {
            return new Pushed(problem, "");
        }
    }

    /** What is wrong with an address; empty if it is one that can be pushed to. */
    static Optional<String> mistake(String address) {
        try {
            URIish uri = new URIish(address);
            boolean isKnown = "ssh".equals(uri.getScheme()) || "https".equals(uri.getScheme());
            if (!isKnown
                    || uri.getHost() == null
                    || uri.getPath() == null
                    || uri.getPath().length() < 2)
                return Optional.of("It must be like ssh://host/path or https://host/path.");
            if (uri.getPort() > LAST_PORT) return Optional.of("Its port must be from 1 to 65535.");
            boolean isBare = uri.getUser() == null && uri.getPass() == null;
            return isBare ? Optional.empty() : Optional.of("Account and password have fields of their own.");
        } catch (URISyntaxException e) {
            return Optional.of("It is no address: " + e.getMessage());
        }
    }

    /** What is wrong with a private key; empty if it can be used. */
    static Optional<String> keyMistake(String text) {
        try {
            return keyPairs(text).isEmpty() ? Optional.of("It is no private key.") : Optional.empty();
        } catch (IOException e) {
            return Optional.of("It cannot be read: " + innermost(e) + ".");
        }
    }

    /** @param isForced whether commits that only the remote has may be lost */
    Pushed push(Repository repository, GitTarget target, String secret, boolean isForced) throws IOException {
        URIish uri;
        try {
            uri = new URIish(target.address());
        } catch (URISyntaxException e) {
            return Pushed.not("\"" + target.address() + "\" is no address");
        }
        boolean isSsh = "ssh".equals(uri.getScheme());
        int usual = isSsh ? SSH_PORT : HTTPS_PORT;
        Optional<String> refused = rules.reason(new Endpoint(uri.getHost(), uri.getPort() > 0 ? uri.getPort() : usual));
        if (refused.isPresent())
            return Pushed.not("It may not be called: " + refused.get() + ". Settings, Where Chaperone may call.");
        PushCommand push = Git.wrap(repository)
                .push()
                .setRemote(uri.setUser(target.account().isEmpty() ? null : target.account())
                        .toString())
                .setRefSpecs(new RefSpec("refs/heads/main:refs/heads/main"), new RefSpec("refs/tags/*:refs/tags/*"))
                .setForce(isForced)
                .setTimeout(SECONDS);
        return isSsh ? overSsh(push, target, secret) : overHttps(push, target, secret);
    }

    private Pushed overHttps(PushCommand push, GitTarget target, String secret) {
        push.setCredentialsProvider(new UsernamePasswordCredentialsProvider(target.account(), secret));
        push.setTransportConfigCallback(transport -> {
            if (transport instanceof TransportHttp http)
                http.setHttpConnectionFactory(new OwnAuthorities(rules.authorities()));
        });
        return sent(push);
    }

    /** Nothing of the account that runs the server is looked at: neither its keys nor the hosts that it knows. */
    private static Pushed overSsh(PushCommand push, GitTarget target, String secret) throws IOException {
        KnownKey known = new KnownKey(target.hostKey());
        Path nowhere = Files.createTempDirectory("chaperone-ssh");
        List<KeyPair> keys = target.isKey() ? keyPairs(secret) : List.of();
        SshdSessionFactory factory = new SshdSessionFactoryBuilder()
                .setHomeDirectory(nowhere.toFile())
                .setSshDirectory(nowhere.toFile())
                .setDefaultKeysProvider(folder -> keys)
                .setServerKeyDatabase((home, ssh) -> known)
                .setConfigStoreFactory((home, file, user) -> null)
                .setPreferredAuthentications(target.isKey() ? "publickey" : "password,keyboard-interactive")
                .build(null);
        try (factory) {
            push.setCredentialsProvider(new OnePassword(target.account(), target.isKey() ? "" : secret));
            push.setTransportConfigCallback(transport -> {
                if (transport instanceof SshTransport ssh) ssh.setSshSessionFactory(factory);
            });
            Pushed pushed = sent(push);
            if (known.stranger.isEmpty()) return pushed;
            return new Pushed(
                    target.hostKey().isEmpty()
                            ? "Its host key is not known yet. Ask whoever runs it whether this is it."
                            : "Its host key is another one than the one that is known.",
                    known.stranger);
        } finally {
            FileSystemUtils.deleteRecursively(nowhere);
        }
    }

    private static List<KeyPair> keyPairs(String text) throws IOException {
        try {
            Iterable<KeyPair> found = SecurityUtils.loadKeyPairIdentities(
                    null, () -> "the key", new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8)), null);
            List<KeyPair> keys = new ArrayList<>();
            if (found != null) found.forEach(keys::add);
            return keys;
        } catch (GeneralSecurityException | RuntimeException e) {
            throw new IOException("The private key cannot be read", e);
        }
    }

    private static Pushed sent(PushCommand push) {
        try {
            for (PushResult result : push.call())
                for (RemoteRefUpdate update : result.getRemoteUpdates()) {
                    Optional<String> refused = refused(update);
                    if (refused.isPresent()) return Pushed.not(refused.get());
                }
            return Pushed.WELL;
        } catch (GitAPIException e) {
            return Pushed.not(innermost(e));
        }
    }

    private static Optional<String> refused(RemoteRefUpdate update) {
        return switch (update.getStatus()) {
            case OK, UP_TO_DATE -> Optional.empty();
            case REJECTED_NONFASTFORWARD, REJECTED_REMOTE_CHANGED ->
                Optional.of(update.getRemoteName() + " has commits there that are not from here. Nothing was lost:"
                        + " give it an empty repository, or write it anew.");
            default ->
                Optional.of(update.getRemoteName() + " was refused: "
                        + Optional.ofNullable(update.getMessage())
                                .orElse(update.getStatus().name()));
        };
    }

    /** What failed at last says most; the outer ones only say that something did. */
    private static String innermost(Throwable thrown) {
        Throwable cause = thrown;
        while (cause.getCause() != null) cause = cause.getCause();
        return Optional.ofNullable(cause.getMessage()).orElse(cause.getClass().getSimpleName());
    }

    /** Accepts one key, and remembers another one that was shown. */
    private static final class KnownKey implements ServerKeyDatabase {
        private final String fingerprint;
        private String stranger = "";

        KnownKey(String fingerprint) {
            this.fingerprint = fingerprint;
        }

        @Override
        public List<PublicKey> lookup(String address, InetSocketAddress remote, Configuration config) {
            return List.of();
        }

        @Override
        public boolean accept(
                String address,
                InetSocketAddress remote,
                PublicKey key,
                Configuration config,
                CredentialsProvider provider) {
            String shown = KeyUtils.getFingerPrint(key);
            if (shown.equals(fingerprint)) return true;
            stranger = shown;
            return false;
        }
    }
}
