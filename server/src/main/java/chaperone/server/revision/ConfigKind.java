package chaperone.server.revision;

import java.util.Locale;

/** The two configurations of a device: in force, and used at the next start. */
public enum ConfigKind {
    RUNNING,
    SAVED;

    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }
}
