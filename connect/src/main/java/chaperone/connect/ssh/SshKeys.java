package chaperone.connect.ssh;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.util.ArrayList;
import java.util.List;
import org.apache.sshd.common.NamedResource;
import org.apache.sshd.common.config.keys.FilePasswordProvider;
import org.apache.sshd.common.config.keys.PublicKeyEntry;
import org.apache.sshd.common.config.keys.writer.openssh.OpenSSHKeyPairResourceWriter;
import org.apache.sshd.common.util.security.SecurityUtils;

/** Private keys of SSH as text: PEM (RFC 7468) of any of the usual kinds. */
public final class SshKeys {
    private static final NamedResource PLACE = NamedResource.ofName("private key");

    private SshKeys() {}

    /** The text holds no private key that can be read; says why, without the text. */
    public static final class UnreadableKeyException extends Exception {
        UnreadableKeyException(String message) {
            super(message);
        }
    }

    /** @param passphrase empty if the key is not protected */
    public static KeyPair read(String text, String passphrase) throws UnreadableKeyException {
        FilePasswordProvider provider =
                passphrase.isEmpty() ? FilePasswordProvider.EMPTY : FilePasswordProvider.of(passphrase);
        List<KeyPair> pairs = new ArrayList<>();
        try (ByteArrayInputStream in = new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8))) {
            Iterable<KeyPair> found = SecurityUtils.loadKeyPairIdentities(null, PLACE, in, provider);
            if (found != null) found.forEach(pairs::add);
        } catch (IOException | GeneralSecurityException | RuntimeException e) {
            // What the library says may hold parts of the text.
            throw new UnreadableKeyException(
                    passphrase.isEmpty()
                            ? "it is no private key, or it needs a passphrase"
                            : "it is no private key, or the passphrase does not open it");
        }
        if (pairs.size() != 1) throw new UnreadableKeyException("it holds " + pairs.size() + " private keys, not one");
        return pairs.get(0);
    }

    /** The text of a key without a passphrase, in OpenSSH's format. */
    public static String write(KeyPair pair) {
        try (ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            OpenSSHKeyPairResourceWriter.INSTANCE.writePrivateKey(pair, "", null, out);
            return out.toString(StandardCharsets.US_ASCII);
        } catch (IOException | GeneralSecurityException e) {
            throw new IllegalStateException("A key that was read cannot be written", e);
        }
    }

    /** The line that a device needs to let this key in: type and key, as RFC 4253 has them. */
    public static String publicLine(KeyPair pair) {
        return PublicKeyEntry.toString(pair.getPublic());
    }
}
