package chaperone.server.revision;

import java.time.Instant;

/** Where something was written, for a list that leads there. */
public record RevisionMarkLocation(
        String device,
        ConfigKind kind,
        int number,
        RevisionMark.Kind mark,
        String text,
        String madeBy,
        Instant madeAt) {}
