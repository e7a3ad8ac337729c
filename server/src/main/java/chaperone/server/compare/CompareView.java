package chaperone.server.compare;

import chaperone.core.compare.CompareRow;
import chaperone.core.compare.Comparison;
import chaperone.core.compare.LayoutDiff;
import chaperone.core.compare.Section;
import chaperone.core.compare.Span;
import chaperone.core.mask.MaskedConfig;
import chaperone.core.noise.Noise;
import chaperone.server.revision.ConfigKind;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * A comparison line by line as pages and programs get it; lines count from 0, secrets are masked.
 *
 * @param isShortest false if fewer lines could have been shown as changed
 * @param layout what differs without being text
 * @param noise what kinds of noise are set aside, and why
 */
public record CompareView(
        EndView before,
        EndView after,
        Comparison.Counts counts,
        boolean isShortest,
        LayoutDiff layout,
        List<NoiseItemView> noise,
        List<SectionView> sections) {

    public record NoiseItemView(String name, String reason) {}

    /** @param number of the revision; absent for a text that was pasted, like its device and kind */
    public record EndView(
            Optional<String> device, Optional<ConfigKind> kind, Optional<Integer> number, String platform, int lines) {}

    public record SideView(int line, List<Span> spans) {
        static SideView of(CompareRow.Side side, MaskedConfig masked) {
            return new SideView(side.line(), MaskedSpans.of(side, masked));
        }
    }

    /** @param elsewhere of a moved line, where it stands on the other side */
    public record RowView(
            CompareRow.Kind kind, Optional<SideView> before, Optional<SideView> after, Optional<Integer> elsewhere) {
        static RowView of(CompareRow row, CompareEnd before, CompareEnd after) {
            return new RowView(
                    row.kind(),
                    row.before().map(side -> SideView.of(side, before.masked())),
                    row.after().map(side -> SideView.of(side, after.masked())),
                    row.elsewhere());
        }
    }

    /** A run of equal rows that is not sent: where it starts on each side, and how long it is. */
    public record FoldView(int beforeStart, int afterStart, int count) {}

    /** Either rows, or a fold. */
    public record SectionView(List<RowView> rows, Optional<FoldView> fold) {
        static SectionView of(Section section, CompareEnd before, CompareEnd after) {
            if (section instanceof Section.Shown shown) {
                return new SectionView(
                        shown.rows().stream()
                                .map(row -> RowView.of(row, before, after))
                                .toList(),
                        Optional.empty());
            }
            Section.Folded folded = (Section.Folded) section;
            return new SectionView(
                    List.of(), Optional.of(new FoldView(folded.beforeStart(), folded.afterStart(), folded.count())));
        }
    }

    static CompareView of(CompareEnd before, CompareEnd after, int context, boolean noiseShown) {
        Comparison comparison = Comparison.between(before.config(), after.config());
        return new CompareView(
                before.view(),
                after.view(),
                comparison.counts(),
                comparison.isShortest(),
                LayoutDiff.between(before.config(), after.config()),
                noise(before.noise(), after.noise()),
                Section.of(comparison, context, noiseShown).stream()
                        .map(section -> SectionView.of(section, before, after))
                        .toList());
    }

    static List<NoiseItemView> noise(Noise before, Noise after) {
        return Stream.concat(before.items().stream(), after.items().stream())
                .map(item -> new NoiseItemView(item.name(), item.reason()))
                .distinct()
                .toList();
    }
}
