package chaperone.server.audit;

/** The name of the token that a program came with: the details of its authentication. */
public record TokenName(String name) {}
