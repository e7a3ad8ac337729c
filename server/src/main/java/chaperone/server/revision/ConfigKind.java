package chaperone.server.revision;

import java.util.Locale;

/** The configurations of a device: in force, used at the next start, and accepted as right by people. */
public enum ConfigKind {
    RUNNING,
    SAVED,
    AGREED;

    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }
}
