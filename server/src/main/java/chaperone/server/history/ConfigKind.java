package chaperone.server.history;

import java.util.Locale;

/** The two configurations of a device: in force, and used at the next start. */
public enum ConfigKind {
    RUNNING,
    SAVED;

    String word() {
        return name().toLowerCase(Locale.ROOT);
    }
}
