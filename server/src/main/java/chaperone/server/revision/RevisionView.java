package chaperone.server.revision;

import chaperone.server.origin.OriginView;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * A revision as pages and programs get it; counts are against the revision before it.
 *
 * @param change the number of the change that brought it; {@code rollout} likewise
 * @param parts of the configuration in which it differs from the revision before it, the first few of {@code partCount}
 * @param who may have brought it
 * @param source where it was kept before, if it was brought in
 * @param onlyNoise whether it differs from the revision before it in nothing that counts now
 */
record RevisionView(
        int number,
        Origin origin,
        Optional<Long> change,
        Optional<Long> rollout,
        int lines,
        int added,
        int modified,
        int removed,
        int moved,
        List<String> parts,
        int partCount,
        Optional<OriginView> who,
        Optional<RevisionSource> source,
        Instant firstCopyAt,
        Instant lastCopyAt,
        String incomplete,
        boolean onlyNoise,
        List<MarkView> marks) {

    /** What somebody wrote to it. */
    record MarkView(long id, RevisionMark.Kind kind, String text, String madeBy, Instant madeAt) {
        static MarkView of(RevisionMark mark) {
            return new MarkView(mark.id(), mark.kind(), mark.text(), mark.madeBy(), mark.madeAt());
        }
    }

    static RevisionView of(
            Revision revision,
            Optional<Revision> before,
            Optional<OriginView> who,
            Optional<RevisionSource> source,
            List<RevisionMark> marks) {
        return new RevisionView(
                revision.number(),
                revision.origin(),
                revision.change(),
                revision.rollout(),
                revision.lines(),
                revision.added(),
                revision.modified(),
                revision.removed(),
                revision.moved(),
                revision.parts(),
                revision.partCount(),
                who,
                source,
                revision.firstCopyAt(),
                revision.lastCopyAt(),
                revision.incomplete(),
                before.filter(revision::settlesLike).isPresent(),
                marks.stream().map(MarkView::of).toList());
    }
}
