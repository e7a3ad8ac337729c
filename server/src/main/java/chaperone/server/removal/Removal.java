package chaperone.server.removal;

import java.time.Instant;
import java.util.Optional;

/**
 * Something that was removed.
 *
 * @param what its kind in words
 * @param name what people call it
 */
record Removal(
        long id,
        RemovalKind kind,
        String what,
        String name,
        String removedBy,
        Instant removedAt,
        Optional<String> undoneBy,
        Optional<Instant> undoneAt) {}
