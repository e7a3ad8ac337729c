package chaperone.connect.conversation;

import java.security.KeyPair;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * An account, for the protocols where it is the one to use. Its text never shows the secrets.
 *
 * @param password may be empty if there is a key
 * @param keys of SSH (RFC 4252, section 7); offered before the password
 */
public record LoginDetail(Set<LoginProtocol> protocols, String account, String password, List<KeyPair> keys) {

    public LoginDetail {
        protocols = Set.copyOf(protocols);
        keys = List.copyOf(keys);
    }

    /** The first that is meant for this protocol. */
    static Optional<LoginDetail> of(List<LoginDetail> details, LoginProtocol protocol) {
        return details.stream().filter(d -> d.protocols().contains(protocol)).findFirst();
    }

    @Override
    public String toString() {
        return "LoginDetail[" + account + "]";
    }
}
