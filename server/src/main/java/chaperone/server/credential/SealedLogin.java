package chaperone.server.credential;

import chaperone.connect.conversation.LoginProtocol;
import jakarta.persistence.Embeddable;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * One log-in of a credential set. The passwords and the key are sealed; an empty array says that there is none.
 *
 * @param protocols their names with blanks between them
 * @param publicKey what belongs to the private key, as a line for the device; empty if there is no key
 */
@Embeddable
record SealedLogin(String protocols, String account, byte[] password, byte[] privateKey, String publicKey) {

    static String names(Set<LoginProtocol> protocols) {
        return protocols.stream()
                .sorted(Comparator.naturalOrder())
                .map(LoginProtocol::name)
                .collect(Collectors.joining(" "));
    }

    Set<LoginProtocol> forProtocols() {
        return protocolsOf(protocols);
    }

    static Set<LoginProtocol> protocolsOf(String names) {
        return Arrays.stream(names.split(" "))
                .map(LoginProtocol::valueOf)
                .collect(Collectors.toCollection(() -> EnumSet.noneOf(LoginProtocol.class)));
    }
}
