package chaperone.connect.conversation;

import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What a log-in needs. Its text never shows the passwords.
 *
 * @param details each protocol at most once
 */
public record Login(List<LoginDetail> details, String privilegedPassword, FileChoice files) {

    public Login {
        details = List.copyOf(details);
    }

    /** One account for every protocol. */
    public Login(String account, String password, String privilegedPassword) {
        this(
                List.of(new LoginDetail(EnumSet.allOf(LoginProtocol.class), account, password, List.of())),
                privilegedPassword,
                FileChoice.PLATFORM);
    }

    /** @throws ConversationException before anything is sent, if there is no account for this protocol */
    public LoginDetail by(LoginProtocol protocol, Endpoint endpoint) {
        return LoginDetail.of(details, protocol)
                .orElseThrow(() -> new ConversationException(
                        FailureKind.NO_LOG_IN,
                        endpoint,
                        "the credential set has a log-in by "
                                + protocols().stream()
                                        .map(LoginProtocol::title)
                                        .sorted()
                                        .collect(Collectors.joining(", "))
                                + ", none by " + protocol.title()));
    }

    public boolean has(LoginProtocol protocol) {
        return LoginDetail.of(details, protocol).isPresent();
    }

    public Set<LoginProtocol> protocols() {
        return details.stream().flatMap(d -> d.protocols().stream()).collect(Collectors.toSet());
    }

    @Override
    public String toString() {
        return "Login[" + details + "]";
    }
}
