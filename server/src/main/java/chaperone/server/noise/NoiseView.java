package chaperone.server.noise;

import java.time.Instant;
import java.util.Optional;

/** A pattern as pages and programs get it; exactly one of platform, group and device is there. */
record NoiseView(
        long id,
        Optional<String> platform,
        Optional<String> group,
        Optional<String> device,
        String name,
        String pattern,
        String reason,
        String madeBy,
        Instant madeAt,
        Optional<String> takenBackBy,
        Optional<Instant> takenBackAt) {}
