package chaperone.server.compare;

import chaperone.core.compare.Comparison;
import chaperone.core.compare.Span;
import chaperone.server.compare.CompareView.RowView;
import chaperone.server.compare.CompareView.SideView;
import chaperone.server.document.FileFormat;
import chaperone.server.document.ListFile;
import chaperone.server.document.ListFile.Maker;
import chaperone.server.document.ListFile.Rows;
import chaperone.server.document.PdfDocument;
import chaperone.server.document.SavedFile;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.http.ResponseEntity;

/** A comparison as a file, with its secrets masked. */
final class CompareFile {
    private static final List<String> COLUMNS = List.of("kind", "line before", "before", "line after", "after");

    private CompareFile() {}

    static ResponseEntity<byte[]> of(CompareView view, String before, String after, FileFormat format, Maker maker) {
        String name = before + "-" + after;
        if (!format.isForPrograms()) {
            PdfDocument document = new PdfDocument(before + " and " + after, said(view), maker.account(), maker.at());
            ComparePdf.put(view, document, before, after);
            return SavedFile.of(name + "." + format.ending(), format.type(), document.in(format));
        }
        List<Object[]> rows = view.sections().stream()
                .flatMap(section -> section.rows().stream())
                .filter(row -> !isSame(row))
                .map(CompareFile::cells)
                .toList();
        return new ListFile(name, name, COLUMNS, COLUMNS).in(format, Rows.all("", rows), maker);
    }

    private static boolean isSame(RowView row) {
        return switch (row.kind()) {
            case SAME, NOISE -> true;
            case ADDED, REMOVED, MODIFIED, MOVED -> false;
        };
    }

    private static Object[] cells(RowView row) {
        return new Object[] {
            row.kind(), line(row.before()), text(row.before()), line(row.after()), text(row.after()),
        };
    }

    private static Object line(Optional<SideView> side) {
        return side.<Object>map(each -> each.line() + 1).orElse("");
    }

    private static String text(Optional<SideView> side) {
        return side.map(each -> each.spans().stream().map(Span::text).collect(Collectors.joining()))
                .orElse("");
    }

    /** In words: {@code 2 added, 1 modified}. */
    private static String said(CompareView view) {
        Comparison.Counts counts = view.counts();
        return "%,d added, %,d modified, %,d removed, %,d moved. Secrets are masked; what changes by itself is left out."
                .formatted(counts.added(), counts.modified(), counts.removed(), counts.moved());
    }
}
