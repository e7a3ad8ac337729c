package chaperone.server.history;

import chaperone.core.compare.CompareRow;
import chaperone.core.compare.Comparison;
import chaperone.core.compare.Noise;
import chaperone.core.compare.Section;
import chaperone.core.compare.Span;
import chaperone.core.config.ConfigBytes;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * A comparison as pages and programs get it; lines count from 0, secrets are masked.
 *
 * @param isShortest false if fewer lines could have been shown as changed
 * @param noise what kinds of noise the platform sets aside, and why
 */
record CompareView(
        RevisionView before,
        RevisionView after,
        Comparison.Counts counts,
        boolean isShortest,
        List<NoiseView> noise,
        List<SectionView> sections) {

    record NoiseView(String name, String reason) {}

    record RevisionView(
            int number,
            Origin origin,
            int lines,
            int added,
            int modified,
            int removed,
            Instant firstCopyAt,
            Instant lastCopyAt,
            String incomplete) {
        static RevisionView of(Revision revision) {
            return new RevisionView(
                    revision.number(),
                    revision.origin(),
                    revision.lines(),
                    revision.added(),
                    revision.modified(),
                    revision.removed(),
                    revision.firstCopyAt(),
                    revision.lastCopyAt(),
                    revision.incomplete());
        }
    }

    record SideView(int line, List<Span> spans) {
        static SideView of(CompareRow.Side side) {
            return new SideView(
                    side.line(),
                    side.spans().stream()
                            .map(span -> new Span(ConfigBytes.printable(span.text()), span.changed()))
                            .toList());
        }
    }

    record RowView(CompareRow.Kind kind, Optional<SideView> before, Optional<SideView> after) {
        static RowView of(CompareRow row) {
            return new RowView(
                    row.kind(), row.before().map(SideView::of), row.after().map(SideView::of));
        }
    }

    /** A run of equal rows that is not sent: where it starts on each side, and how long it is. */
    record FoldView(int beforeStart, int afterStart, int count) {}

    /** Either rows, or a fold. */
    record SectionView(List<RowView> rows, Optional<FoldView> fold) {
        static SectionView of(Section section) {
            if (section instanceof Section.Shown shown) {
                return new SectionView(shown.rows().stream().map(RowView::of).toList(), Optional.empty());
            }
            Section.Folded folded = (Section.Folded) section;
            return new SectionView(
                    List.of(), Optional.of(new FoldView(folded.beforeStart(), folded.afterStart(), folded.count())));
        }
    }

    static CompareView of(
            Revision before, Revision after, Comparison comparison, Noise noise, int context, boolean noiseShown) {
        return new CompareView(
                RevisionView.of(before),
                RevisionView.of(after),
                comparison.counts(),
                comparison.isShortest(),
                noise.items().stream()
                        .map(item -> new NoiseView(item.name(), item.reason()))
                        .toList(),
                Section.of(comparison, context, noiseShown).stream()
                        .map(SectionView::of)
                        .toList());
    }
}
