package chaperone.server.change;

/** Where an edit comes from. */
public enum EditKind {
    /** Typed for this device. */
    LINES,
    /** What a template comes to on this device. */
    TEMPLATE,
    /** The agreed configuration is right, not what runs. */
    PUT_BACK,
    /** An earlier revision, or a part of it. */
    RESTORE,
    /** What an earlier change brought is taken back. */
    UNDO,
    /** What a standard requires, and does not stand. */
    REPAIR
}
