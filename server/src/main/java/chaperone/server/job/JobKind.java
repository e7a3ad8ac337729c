package chaperone.server.job;

/** What a job does to each of its lines. */
public enum JobKind {
    /** Addresses of a list, each of which should be a device. */
    IMPORT,
    /** Addresses of ranges, most of which are nobody's. */
    RANGE,
    COPY,
    /** Devices save what they run. */
    SAVE,
    /** A credential set is tried on devices; nothing is stored of them. */
    TRY,
    /** Files tell what devices ran before they were copied first; nobody is called. */
    PAST
}
