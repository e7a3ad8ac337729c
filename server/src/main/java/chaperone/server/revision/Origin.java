package chaperone.server.revision;

/** How a revision came about, as far as is known. */
public enum Origin {
    FIRST_COPY,
    NOT_PLANNED,
    /** A change or a rollout brought it. */
    PLANNED,
    /** Somebody had it in a file, from before the first copy. */
    BROUGHT_IN
}
