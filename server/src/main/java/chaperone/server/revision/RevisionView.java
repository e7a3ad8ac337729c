package chaperone.server.revision;

import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * A revision as pages and programs get it; counts are against the revision before it.
 *
 * @param change the number of the change that brought it
 * @param onlyNoise whether it differs from the revision before it in nothing that counts now
 */
record RevisionView(
        int number,
        Origin origin,
        Optional<Long> change,
        int lines,
        int added,
        int modified,
        int removed,
        int moved,
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

    static RevisionView of(Revision revision, Optional<Revision> before, List<RevisionMark> marks) {
        return new RevisionView(
                revision.number(),
                revision.origin(),
                revision.change(),
                revision.lines(),
                revision.added(),
                revision.modified(),
                revision.removed(),
                revision.moved(),
                revision.firstCopyAt(),
                revision.lastCopyAt(),
                revision.incomplete(),
                before.filter(revision::settlesLike).isPresent(),
                marks.stream().map(MarkView::of).toList());
    }
}
