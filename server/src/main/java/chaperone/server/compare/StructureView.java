package chaperone.server.compare;

import chaperone.core.compare.LayoutDiff;
import chaperone.core.config.ConfigBytes;
import chaperone.core.config.ConfigDocument;
import chaperone.core.config.ConfigTree;
import chaperone.core.config.TextRange;
import chaperone.core.mask.MaskedConfig;
import chaperone.core.structure.Difference;
import chaperone.core.structure.StructureDiff;
import chaperone.server.compare.CompareView.EndView;
import chaperone.server.compare.CompareView.NoiseItemView;
import chaperone.server.problem.ProblemException;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;

/**
 * A comparison by structure as pages and programs get it; lines count from 0, secrets are masked.
 *
 * @param layout what differs without being text
 * @param oddBefore what in the text does not keep to its grammar; it was compared as it stands
 */
record StructureView(
        EndView before,
        EndView after,
        MeaningCounts counts,
        LayoutDiff layout,
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

    /**
     * @param label how it is called where it leads to another statement
     * @param whole the line as it stands, of which the statement may be a part; empty for the top, and of a line that is
     *     too long to be sent with every statement that stands in it
     */
    record PartView(String text, String label, int line, String whole) {
        private static final int LONGEST_LINE = 500;
        private static final int LONGEST_LABEL = 200;

        static PartView of(Difference.Part part, CompareEnd before, CompareEnd after) {
            MaskedConfig masked = (part.isBefore() ? before : after).masked();
            ConfigDocument document = masked.document();
            if (part.line() < 0 || part.line() >= document.lineCount()) return new PartView("", "", part.line(), "");
            TextRange line = document.lineRange(part.line());
            String text = shown(masked, rangeOf(part, document));
            boolean isNamed = !part.label().equals(part.text());
            return new PartView(
                    text,
                    shortened(isNamed ? ConfigBytes.printable(part.label()) : text),
                    part.line(),
                    line.end() - line.start() <= LONGEST_LINE ? shown(masked, line) : "");
        }

        /** It is sent with everything that stands below it. */
        private static String shortened(String label) {
            return label.length() <= LONGEST_LABEL ? label : label.substring(0, LONGEST_LABEL) + "\u2026";
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
                    difference.path().stream()
                            .map(part -> PartView.of(part, before, after).label())
                            // A document as a whole has no name.
                            .filter(step -> !step.isEmpty())
                            .toList(),
                    difference
                            .before()
                            .map(part -> attribute(difference, part, before))
                            .orElse(""),
                    difference.before().map(part -> PartView.of(part, before, after)),
                    difference.after().map(part -> PartView.of(part, before, after)));
        }

        private static String attribute(Difference difference, Difference.Part part, CompareEnd before) {
            int length = difference.sameUpTo();
            if (length == 0) return "";
            int start = rangeOf(part, before.document()).start();
            return shown(before.masked(), new TextRange(start, start + length));
        }
    }

    private static TextRange rangeOf(Difference.Part part, ConfigDocument document) {
        return document.rangeOf(part.line(), part.statement().column(), part.text());
    }

    private static String shown(MaskedConfig masked, TextRange range) {
        return ConfigBytes.printable(masked.shown(range));
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
                before.config(), after.config(), before.platform().structure());
        return new StructureView(
                before.view(),
                after.view(),
                MeaningCounts.of(diff.counts()),
                LayoutDiff.between(before.config(), after.config()),
                CompareView.noise(before.noise(), after.noise()),
                odd(before.document().tree()),
                odd(after.document().tree()),
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
