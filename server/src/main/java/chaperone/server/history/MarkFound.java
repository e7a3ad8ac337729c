package chaperone.server.history;

import java.time.Instant;

/** Where something was written, for a list that leads there. */
record MarkFound(
        String device,
        ConfigKind kind,
        int number,
        RevisionMark.Kind mark,
        String text,
        String madeBy,
        Instant madeAt) {}
