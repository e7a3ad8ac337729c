package chaperone.server.history;

/** The two configurations of a device: in force, and used at the next start. */
public enum ConfigKind {
    RUNNING,
    SAVED
}
