package chaperone.connect.ssh;

import java.net.SocketAddress;
import java.security.PublicKey;
import java.util.Optional;
import org.apache.sshd.client.keyverifier.ServerKeyVerifier;
import org.apache.sshd.client.session.ClientSession;
import org.apache.sshd.common.AttributeRepository.AttributeKey;
import org.apache.sshd.common.config.keys.KeyUtils;
import org.apache.sshd.common.digest.BuiltinDigests;

/** Compares a device's host key with the pinned one; without a pin it takes the key that it sees and remembers it. */
final class HostKeyCheck {
    static final AttributeKey<HostKeyCheck> OF_CONNECTION = new AttributeKey<>();

    /** The check travels with the connection: it must be there before the first packet of the key exchange. */
    static final ServerKeyVerifier VERIFIER = new ServerKeyVerifier() {
        @Override
        public boolean verifyServerKey(ClientSession session, SocketAddress address, PublicKey key) {
            HostKeyCheck check = session.getConnectionContext().getAttribute(OF_CONNECTION);
            return check != null && check.accepts(key);
        }
    };

    private final Optional<String> pinned;
    private volatile Optional<String> seen = Optional.empty();

    HostKeyCheck(Optional<String> pinned) {
        this.pinned = pinned;
    }

    private boolean accepts(PublicKey key) {
        seen = Optional.of(KeyUtils.getFingerPrint(BuiltinDigests.sha256, key));
        return !isChanged();
    }

    boolean isChanged() {
        return pinned.isPresent() && seen.isPresent() && !pinned.equals(seen);
    }

    Optional<String> seen() {
        return seen;
    }

    String explanation() {
        return "pinned is " + pinned.orElse("nothing") + ", shown was " + seen.orElse("nothing");
    }
}
