package chaperone.server.change;

/** Where an edit comes from. */
public enum EditKind {
    /** Typed for this device. */
    LINES,
    /** One statement, named by its path, is put, taken away or moved. */
    STATEMENT,
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
