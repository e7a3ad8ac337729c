package chaperone.server.credential;

import chaperone.connect.conversation.LoginDetail;
import chaperone.connect.conversation.LoginProtocol;
import chaperone.connect.ssh.SshKeys;
import chaperone.connect.ssh.SshKeys.UnreadableKeyException;
import chaperone.server.credential.CredentialSets.LogInEntry;
import chaperone.server.problem.ProblemException;
import chaperone.server.secret.SecretBox;
import java.security.KeyPair;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.http.HttpStatus;

/** Seals the log-ins of a credential set, and opens them. */
final class LoginSealing {
    private static final byte[] NONE = {};

    private final SecretBox box;

    LoginSealing(SecretBox box) {
        this.box = box;
    }

    LoginDetail open(long set, SealedLogin logIn) {
        String password = logIn.password().length == 0 ? "" : box.open(logIn.password(), place(set, "password"));
        return new LoginDetail(logIn.forProtocols(), logIn.account(), password, keys(set, logIn));
    }

    private List<KeyPair> keys(long set, SealedLogin logIn) {
        if (logIn.privateKey().length == 0) return List.of();
        try {
            return List.of(SshKeys.read(box.open(logIn.privateKey(), place(set, "private-key")), ""));
        } catch (UnreadableKeyException e) {
            throw new IllegalStateException("The private key of credential set " + set + " was stored unreadable", e);
        }
    }

    /**
     * @param before the set's log-ins so far, for what is not entered anew
     * @throws ProblemException naming the log-in that cannot be used, and why
     */
    List<SealedLogin> seal(long set, List<LogInEntry> entries, List<SealedLogin> before) {
        List<SealedLogin> sealed = new ArrayList<>();
        Set<LoginProtocol> taken = EnumSet.noneOf(LoginProtocol.class);
        for (int i = 0; i < entries.size(); i++) {
            LogInEntry entry = entries.get(i);
            for (LoginProtocol protocol : entry.protocols()) {
                if (!taken.add(protocol)) throw refused(i, "another log-in is for " + protocol.title() + " already");
            }
            sealed.add(seal(set, i, entry, was(entry, before)));
        }
        return sealed;
    }

    private static Optional<SealedLogin> was(LogInEntry entry, List<SealedLogin> before) {
        return entry.was().filter(place -> place >= 0 && place < before.size()).map(before::get);
    }

    private SealedLogin seal(long set, int number, LogInEntry entry, Optional<SealedLogin> was) {
        byte[] password = entry.password()
                .map(text -> text.isEmpty() ? NONE : box.seal(text, place(set, "password")))
                .orElseGet(() -> was.map(SealedLogin::password).orElse(NONE));
        byte[] key = was.map(SealedLogin::privateKey).orElse(NONE);
        String publicKey = was.map(SealedLogin::publicKey).orElse("");
        if (entry.key().isPresent()) {
            Optional<KeyPair> pair = read(number, entry.key().get());
            key = pair.map(p -> box.seal(SshKeys.write(p), place(set, "private-key")))
                    .orElse(NONE);
            publicKey = pair.map(SshKeys::publicLine).orElse("");
        }
        boolean isByKeyOnly = entry.protocols().stream()
                .allMatch(protocol -> protocol == LoginProtocol.SSH || protocol == LoginProtocol.NETCONF);
        if (password.length == 0 && key.length == 0) throw refused(number, "it needs a password or a private key");
        if (password.length == 0 && !isByKeyOnly) {
            throw refused(number, "HTTPS and Telnet know no private keys: it needs a password");
        }
        return new SealedLogin(SealedLogin.names(entry.protocols()), entry.account(), password, key, publicKey);
    }

    private static Optional<KeyPair> read(int number, PrivateKeyText key) {
        if (key.text().isBlank()) return Optional.empty();
        try {
            return Optional.of(SshKeys.read(key.text(), key.passphrase()));
        } catch (UnreadableKeyException e) {
            throw refused(number, "the private key cannot be read: " + e.getMessage());
        }
    }

    private static ProblemException refused(int number, String why) {
        return new ProblemException(
                HttpStatus.BAD_REQUEST,
                "log-in-unusable",
                "Log-in " + (number + 1) + ": " + why + ".",
                "Correct it; nothing was saved.");
    }

    private static String place(long set, String field) {
        return CredentialSets.place(set, field);
    }
}
