package chaperone.server.history;

import chaperone.core.compare.Difference;
import chaperone.core.compare.StructureDiff;
import chaperone.core.config.ConfigBytes;
import chaperone.core.config.ConfigTree;
import chaperone.server.history.CompareView.EndView;
import chaperone.server.history.CompareView.NoiseItemView;
import chaperone.server.problem.ProblemException;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;

/**
 * A comparison by structure as pages and programs get it; lines count from 0, secrets are masked.
 *
 * @param oddBefore what in the text does not keep to its grammar; it was compared as it stands
 */
record StructureView(
        EndView before,
        EndView after,
        MeaningCounts counts,
        List<NoiseItemView> noise,
        Optional<String> oddBefore,
        Optional<String> oddAfter,
        List<DifferenceView> differences) {

    /** @param aside differences without a meaning */
    record MeaningCounts(int added, int modified, int removed, int moved, int aside) {
        static MeaningCounts of(StructureDiff.Counts counts) {
            return new MeaningCounts(
                    counts.added(), counts.modified(), counts.removed(), counts.moved(), counts.aside());
        }
    }

    /** @param whole the line as it stands, of which the statement may be a part; empty for the top */
    record PartView(String text, int line, String whole) {
        static PartView of(Difference.Part part, List<String> lines) {
            boolean isLine = part.line() >= 0 && part.line() < lines.size();
            return new PartView(
                    ConfigBytes.printable(part.text()),
                    part.line(),
                    isLine ? ConfigBytes.printable(lines.get(part.line())) : "");
        }
    }

    /** @param attribute by what both texts begin; empty if it stands on one side only */
    record DifferenceView(
            Difference.Kind kind,
            List<String> path,
            String attribute,
            Optional<PartView> before,
            Optional<PartView> after) {
        static DifferenceView of(Difference difference, CompareEnd before, CompareEnd after) {
            return new DifferenceView(
                    difference.kind(),
                    difference.path().stream().map(ConfigBytes::printable).toList(),
                    ConfigBytes.printable(difference.attribute()),
                    difference.before().map(part -> PartView.of(part, before.lines())),
                    difference.after().map(part -> PartView.of(part, after.lines())));
        }
    }

    static StructureView of(CompareEnd before, CompareEnd after) {
        if (!before.platform().name().equals(after.platform().name())) {
            throw new ProblemException(
                    HttpStatus.UNPROCESSABLE_CONTENT,
                    "other-platform",
                    "\"" + before.platform().name() + "\" and \""
                            + after.platform().name() + "\" have no structure in common.",
                    "Compare them line by line.");
        }
        StructureDiff diff = StructureDiff.between(
                before.structureSide(), after.structureSide(), before.platform().structure());
        return new StructureView(
                before.view(),
                after.view(),
                MeaningCounts.of(diff.counts()),
                CompareView.noise(before.noise(), after.noise()),
                odd(before.tree()),
                odd(after.tree()),
                diff.differences().stream()
                        .map(difference -> DifferenceView.of(difference, before, after))
                        .toList());
    }

    private static Optional<String> odd(ConfigTree tree) {
        return tree.problems().stream()
                .findFirst()
                .map(problem -> "line " + (problem.line() + 1) + ": " + problem.message());
    }
}
