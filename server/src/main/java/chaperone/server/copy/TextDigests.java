package chaperone.server.copy;

import chaperone.server.revision.LatestRevision;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/** The digests of the texts of one copy, each worked out once: the two of a device are one text most of the time. */
final class TextDigests {
    private final Map<String, byte[]> byText = new HashMap<>();

    boolean isOf(Optional<LatestRevision> revision, String text) {
        return revision.filter(known -> known.isOf(byText.computeIfAbsent(text, LatestRevision::digestOf)))
                .isPresent();
    }
}
