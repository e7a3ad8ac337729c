package chaperone.server.history;

import chaperone.server.fleet.EventKind;
import chaperone.server.revision.ConfigKind;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;

/** The kinds of data of which a change is told. */
public enum HistoryKind {
    RUNNING(Source.REVISION, ConfigKind.RUNNING.name()),
    SAVED(Source.REVISION, ConfigKind.SAVED.name()),
    ROUTES(Source.TABLE, "ROUTES"),
    ARP(Source.TABLE, "ARP"),
    MACS(Source.TABLE, "MACS"),
    NEIGHBOURS(Source.TABLE, "NEIGHBOURS"),
    FACTS(
            Source.EVENT,
            EventKind.NAME,
            EventKind.MODEL,
            EventKind.SERIAL,
            EventKind.MAC_BASE,
            EventKind.INSTALL_MODE,
            EventKind.STORAGE_TOTAL,
            EventKind.RESTARTED,
            EventKind.ADDRESS,
            EventKind.HOST_KEY),
    MODULES(Source.EVENT, EventKind.MODULE_INSERTED, EventKind.MODULE_TAKEN_OUT, EventKind.MODULE_REPLACED),
    RELEASE(Source.EVENT, EventKind.RELEASE);

    /** Where the database keeps it. */
    enum Source {
        REVISION,
        TABLE,
        EVENT
    }

    private final Source source;
    private final List<String> stored;

    HistoryKind(Source source, String stored) {
        this.source = source;
        this.stored = List.of(stored);
    }

    HistoryKind(Source source, EventKind... stored) {
        this.source = source;
        this.stored = Stream.of(stored).map(EventKind::name).toList();
    }

    /** How the database calls those of the kinds that it keeps there. */
    static String[] storedIn(Source source, Collection<HistoryKind> kinds) {
        return kinds.stream()
                .filter(kind -> kind.source == source)
                .flatMap(kind -> kind.stored.stream())
                .toArray(String[]::new);
    }

    static HistoryKind of(Source source, String stored) {
        return Arrays.stream(values())
                .filter(kind -> kind.source == source && kind.stored.contains(stored))
                .findFirst()
                .orElseThrow();
    }

    static final Set<HistoryKind> USUAL = Set.of(RUNNING, FACTS, MODULES, RELEASE);
}
