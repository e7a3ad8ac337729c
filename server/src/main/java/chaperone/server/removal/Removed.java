package chaperone.server.removal;

/** What came of removing something: the number under which it can be put back. */
public record Removed(long removal) {}
