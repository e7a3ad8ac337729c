package chaperone.server.revision;

import chaperone.core.config.ConfigBytes;
import chaperone.core.mask.MaskedConfig;
import chaperone.core.platform.Platform;
import chaperone.core.structure.Difference;
import chaperone.core.structure.Difference.Part;
import chaperone.core.structure.StructureDiff;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.secret.SecretMasks;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.JdbcOperations;
import org.springframework.stereotype.Component;

/**
 * Keeps what was done to the revision before, statement by statement, so that one can look for a line of the past: when it
 * came, and when it went. Secrets are masked before they come there.
 */
@Component
class RevisionEdits {
    private static final int MOST = 400;
    private static final int LONGEST = 1000;
    private static final String ADD = """
            insert into revision_edit (revision_id, place, kind, path, before, after, masks)
            values (?, ?, ?, ?, ?, ?, ?)""";

    private final SecretMasks masks;
    private final PlatformRegistry platforms;
    private final JdbcOperations database;

    RevisionEdits(SecretMasks masks, PlatformRegistry platforms, JdbcOperations database) {
        this.masks = masks;
        this.platforms = platforms;
        this.database = database;
    }

    void forget(long revision) {
        database.update("delete from revision_edit where revision_id = ?", revision);
    }

    /** @param before the text of the revision before, {@code after} of this one */
    void keep(long revision, Platform platform, StructureDiff diff, String before, String after) {
        forget(revision);
        MaskedConfig earlier = masks.of(platform, before);
        MaskedConfig later = masks.of(platform, after);
        String inForce = platforms.masksOf(platform.name());
        List<Object[]> rows = new ArrayList<>();
        for (Difference each : diff.withMeaning().differences()) {
            if (rows.size() == MOST) break;
            rows.add(new Object[] {
                revision,
                rows.size(),
                each.kind().name(),
                each.path().stream()
                        .map(part -> shown(Optional.of(part), earlier, later))
                        .collect(Collectors.joining(" / ")),
                shown(each.before(), earlier, later),
                shown(each.after(), earlier, later),
                inForce
            });
        }
        if (!rows.isEmpty()) database.batchUpdate(ADD, rows);
    }

    private static String shown(Optional<Part> part, MaskedConfig before, MaskedConfig after) {
        return part.map(each -> shown(each, each.isBefore() ? before : after)).orElse("");
    }

    private static String shown(Part part, MaskedConfig config) {
        String statement = config.shown(config.document()
                .rangeOf(
                        part.line(), part.statement().column(), part.statement().text()));
        String shown = ConfigBytes.printable(statement).replace('\0', '\uFFFD');
        return shown.length() <= LONGEST ? shown : shown.substring(0, LONGEST) + "\u2026";
    }
}
