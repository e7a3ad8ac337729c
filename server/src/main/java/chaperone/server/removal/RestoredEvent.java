package chaperone.server.removal;

/** Something of this kind was put back, in the transaction that goes on. */
public record RestoredEvent(RemovalKind kind) {}
