package chaperone.connect.conversation;

import java.security.cert.X509Certificate;
import java.util.List;

/** Says whether an address may be called at all, before anything is sent there, and whom to believe who answers. */
@FunctionalInterface
public interface CallRule {
    CallRule ANY = endpoint -> {};

    /** @throws ConversationException of the kind {@link FailureKind#NOT_CALLABLE} if not */
    void check(Endpoint endpoint);

    /** Authorities that sign certificates of devices: one of theirs for the right address needs no pin. */
    default List<X509Certificate> authorities() {
        return List.of();
    }
}
