package chaperone.server.compare;

import chaperone.core.compare.CompareRow;
import chaperone.core.compare.Span;
import chaperone.server.compare.CompareView.RowView;
import chaperone.server.compare.CompareView.SectionView;
import chaperone.server.compare.CompareView.SideView;
import chaperone.server.document.PdfDocument;
import java.util.List;
import java.util.Optional;
import org.w3c.dom.Element;

/** A comparison on paper: what stood before on the left, what stands after on the right, words that differ underlined. */
public final class ComparePdf {
    /** A hundred pages: more is read on a screen. */
    private static final int MOST_ROWS = 5000;

    private final PdfDocument document;
    private final Element rows;
    private int count;

    private ComparePdf(PdfDocument document, String before, String after) {
        this.document = document;
        rows = document.comparison(before, after);
    }

    /** As the next part of a document. */
    public static void put(CompareView view, PdfDocument document, String before, String after) {
        ComparePdf pdf = new ComparePdf(document, before, after);
        for (SectionView section : view.sections()) pdf.add(section);
        int more = pdf.count - MOST_ROWS;
        if (more > 0) pdf.row("%,d more lines are left out: this is as much as a file of pages holds.".formatted(more));
        else if (pdf.count == 0) pdf.row("No line differs.");
    }

    private void add(SectionView section) {
        section.fold()
                .ifPresent(fold -> note("%,d equal %s".formatted(fold.count(), fold.count() == 1 ? "line" : "lines")));
        for (RowView row : section.rows()) if (count++ < MOST_ROWS) add(row);
    }

    private void note(String text) {
        if (count <= MOST_ROWS) row(text);
    }

    private void row(String text) {
        document.cell(document.row(rows, "fold"), "td", "", text).setAttribute("colspan", "5");
    }

    private void add(RowView view) {
        Element row = document.row(rows, "");
        String look = switch (view.kind()) {
            case ADDED -> "added";
            case REMOVED -> "removed";
            case MODIFIED, MOVED -> "modified";
            case SAME, NOISE -> "";
        };
        side(row, view.before(), look);
        document.cell(row, "td", "sign", sign(view.kind()));
        side(row, view.after(), look);
    }

    private void side(Element row, Optional<SideView> side, String look) {
        document.cell(
                row,
                "td",
                "place",
                side.map(each -> String.valueOf(each.line() + 1)).orElse(""));
        Element cell = document.cell(row, "td", side.isPresent() ? look : "", "");
        for (Span span : side.map(SideView::spans).orElse(List.of())) {
            if (span.changed()) document.mark(cell, span.text());
            else document.say(cell, span.text());
        }
    }

    private static String sign(CompareRow.Kind kind) {
        return switch (kind) {
            case ADDED -> "+";
            case REMOVED -> "\u2212";
            case MODIFIED -> "~";
            case MOVED -> "\u00BB";
            case SAME, NOISE -> "";
        };
    }
}
