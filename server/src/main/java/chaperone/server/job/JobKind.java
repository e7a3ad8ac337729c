package chaperone.server.job;

/** What a job does to each of its lines. */
public enum JobKind {
    IMPORT,
    COPY
}
