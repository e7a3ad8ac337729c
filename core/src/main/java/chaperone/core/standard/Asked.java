package chaperone.core.standard;

import chaperone.core.table.TableKind;
import java.util.Locale;

/** What a device is asked beside its configuration. */
public sealed interface Asked {
    /** As people say it. */
    String words();

    /** A request that alters nothing. */
    record Command(String request) implements Asked {
        @Override
        public String words() {
            return request;
        }
    }

    record Rows(TableKind kind) implements Asked {
        @Override
        public String words() {
            return kind.name().toLowerCase(Locale.ROOT);
        }
    }
}
