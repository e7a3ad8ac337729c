package chaperone.server.finding;

import chaperone.server.document.PdfDocument;
import chaperone.server.finding.StandardReport.ReportClause;
import chaperone.server.finding.StandardReport.ReportEnded;
import chaperone.server.finding.StandardReport.ReportVerdict;
import chaperone.server.finding.StandardResults.NamedCounts;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/** A report as pages. */
final class PrintedReport {
    /** Nobody reads more on paper. */
    private static final int MOST_PRINTED = 2000;

    private static final List<String> COUNTS = List.of("passes", "fails", "excepted", "not known", "not asked");

    private final StandardReport report;
    private final PdfDocument page;

    private PrintedReport(StandardReport report) {
        this.report = report;
        page = new PdfDocument(
                "Report: " + report.standard(),
                "Text %d, published by %s on %s. Devices: %s. Times are UTC."
                        .formatted(
                                report.number(),
                                report.publishedBy(),
                                moment(report.publishedAt()),
                                report.scope().isEmpty() ? "all" : report.scope()),
                report.madeBy(),
                report.madeAt());
    }

    static PdfDocument of(StandardReport report) {
        PrintedReport printed = new PrintedReport(report);
        printed.write();
        return printed.page;
    }

    /** With a line for each of those who sign it. */
    static PdfDocument signed(StandardReport report, String title, String digest, List<String> signatures) {
        PrintedReport printed = new PrintedReport(report);
        printed.page.heading("Review: " + title);
        printed.page.paragraph(
                "Results as they were on " + moment(report.madeAt()) + ". SHA-256 of them as JSON: " + digest);
        signatures.forEach(printed.page::paragraph);
        printed.write();
        return printed.page;
    }

    private void write() {
        OutcomeCounts all = report.all();
        page.paragraph("%d devices were judged: %d verdicts pass, %d fail, %d are excepted, of %d it is not known."
                .formatted(report.devices(), all.pass(), all.fail(), all.excepted(), all.notKnown()));
        if (report.waiting() > 0) page.paragraph(report.waiting() + " devices are still to be judged by this text.");
        clauses();
        counts("By site", "site", report.sites());
        counts("By group of clauses", "group", report.groups());
        counts("By paragraph of other standards", "paragraph", report.paragraphs());
        verdicts();
        ended();
    }

    private void clauses() {
        page.heading("Clauses");
        List<List<String>> rows =
                report.clauses().stream().map(PrintedReport::clause).toList();
        page.table(
                joined(List.of("clause", "reason", "severity", "binds"), COUNTS),
                rows,
                joined(List.of("short", "", "short", "short"), numbers()));
    }

    private static List<String> clause(ReportClause clause) {
        return joined(
                List.of(clause.tag(), clause.reason(), words(clause.severity()), words(clause.binding())),
                numbers(clause.counts()));
    }

    private void counts(String heading, String name, List<NamedCounts> all) {
        if (all.isEmpty()) return;
        page.heading(heading);
        page.table(
                joined(List.of(name), COUNTS),
                all.stream()
                        .map(each -> joined(List.of(each.name()), numbers(each.counts())))
                        .toList(),
                joined(List.of(""), numbers()));
    }

    private void verdicts() {
        page.heading("Verdicts");
        if (report.verdicts().isEmpty()) page.paragraph("None of those that were asked for.");
        if (report.verdicts().size() > MOST_PRINTED)
            page.paragraph("The first %,d of %,d; the files for programs have all of them."
                    .formatted(MOST_PRINTED, report.verdicts().size()));
        page.table(
                List.of("device", "site", "clause", "severity", "outcome", "since", "who", "what stands"),
                report.verdicts().stream()
                        .limit(MOST_PRINTED)
                        .map(PrintedReport::verdict)
                        .toList(),
                List.of("short", "short", "short", "short", "short", "short", "", ""));
    }

    private static List<String> verdict(ReportVerdict each) {
        return List.of(
                each.device(),
                each.site(),
                each.tag(),
                words(each.severity()),
                words(each.outcome()),
                each.since().map(PrintedReport::moment).orElse(""),
                each.who(),
                each.evidence());
    }

    private void ended() {
        if (report.ended().isEmpty()) return;
        page.heading("Ended since " + moment(report.from()));
        page.table(
                List.of("device", "site", "clause", "since", "ended", "how", "who"),
                report.ended().stream()
                        .limit(MOST_PRINTED)
                        .map(PrintedReport::ended)
                        .toList(),
                List.of("short", "short", "short", "short", "short", "", ""));
    }

    private static List<String> ended(ReportEnded each) {
        return List.of(
                each.device(),
                each.site(),
                each.tag(),
                moment(each.since()),
                moment(each.endedAt()),
                each.how().map(PrintedReport::words).orElse(""),
                each.who());
    }

    private static List<String> numbers(OutcomeCounts counts) {
        return Stream.of(counts.pass(), counts.fail(), counts.excepted(), counts.notKnown(), counts.notAsked())
                .map(String::valueOf)
                .toList();
    }

    private static List<String> numbers() {
        return COUNTS.stream().map(count -> "number short").toList();
    }

    private static List<String> joined(List<String> some, List<String> others) {
        return Stream.concat(some.stream(), others.stream()).toList();
    }

    private static String words(Object name) {
        return name.toString().toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    private static String moment(Instant at) {
        return at.truncatedTo(ChronoUnit.SECONDS).toString().replace('T', ' ').replace("Z", "");
    }
}
