package chaperone.connect.conversation;

import java.util.Optional;

/**
 * Whom to talk to.
 *
 * @param pinned the fingerprint of the host key or certificate that it must show; none at first contact
 * @param telnetAllowed whether the log-in may be sent in the clear if the device offers nothing better
 */
public record Target(Endpoint endpoint, Login login, Optional<String> pinned, boolean telnetAllowed) {

    public Target(Endpoint endpoint, Login login, Optional<String> pinned) {
        this(endpoint, login, pinned, false);
    }
}
