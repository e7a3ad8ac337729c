package chaperone.connect;

/** Says whether an address may be called at all, before anything is sent there. */
@FunctionalInterface
public interface CallRule {
    CallRule ANY = endpoint -> {};

    /** @throws ConversationException of the kind {@link FailureKind#NOT_CALLABLE} if not */
    void check(Endpoint endpoint);
}
