package chaperone.server.run;

import chaperone.core.change.DeviceState;
import chaperone.server.change.ChangeViews.ChangeView;
import chaperone.server.compare.ComparePdf;
import chaperone.server.document.ListFile.Maker;
import chaperone.server.document.PdfDocument;
import chaperone.server.run.ChangeReport.DeviceReport;
import chaperone.server.run.ChangeReport.Report;
import chaperone.server.run.ChangeReport.RunReport;
import chaperone.server.run.RunTold.ToldView;
import chaperone.server.run.RunViews.ChangeRunView;
import chaperone.server.run.RunViews.RunStepView;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** A change's report on paper. */
final class ReportPages {
    /** Of one device's conversation: more is read on a screen. */
    private static final int MOST_LINES = 2000;

    private static final List<String> WHO = List.of("what", "by", "at");
    private static final List<String> BOARD = List.of("device", "ended", "commands", "what was found");
    private static final List<String> STEPS = List.of("step", "from", "to", "came to", "what was found");

    private final PdfDocument pages;

    private ReportPages(PdfDocument pages) {
        this.pages = pages;
    }

    static PdfDocument of(Report report, Maker maker) {
        ChangeView change = report.change();
        String title = "C-" + change.number() + (change.title().isEmpty() ? "" : " \u00B7 " + change.title());
        PdfDocument pages = new PdfDocument(title, said(report), maker.account(), maker.at());
        ReportPages writing = new ReportPages(pages);
        writing.people(report);
        for (RunReport run : report.runs()) writing.run(run);
        return pages;
    }

    private static String said(Report report) {
        ChangeView change = report.change();
        long devices =
                change.edits().stream().map(edit -> edit.device()).distinct().count();
        return "%s. %,d edits on %,d devices, %s. Secrets are masked. Times are UTC."
                .formatted(
                        words(change.state().name()),
                        change.edits().size(),
                        devices,
                        change.allOrNone() ? "all or none" : "device by device");
    }

    private void people(Report report) {
        ChangeView change = report.change();
        if (!change.note().isBlank()) pages.paragraph(change.note());
        List<List<String>> rows = new ArrayList<>();
        rows.add(row("begun", Optional.of(change.madeBy()), Optional.of(change.madeAt())));
        if (change.proposedAt().isPresent()) rows.add(row("proposed", change.proposedBy(), change.proposedAt()));
        if (change.approvedAt().isPresent()) rows.add(row("approved", change.approvedBy(), change.approvedAt()));
        for (RunReport each : report.runs()) {
            ChangeRunView run = each.run();
            rows.add(row("run " + run.number(), Optional.of(run.startedBy()), Optional.of(run.startedAt())));
            if (run.stoppedBy().isPresent())
                rows.add(row("run " + run.number() + " stopped", run.stoppedBy(), Optional.empty()));
        }
        change.undoes().ifPresent(other -> rows.add(List.of("undoes C-" + other, "", "")));
        pages.table(WHO, rows, List.of("short", "short", ""));
    }

    private static List<String> row(String what, Optional<String> by, Optional<Instant> at) {
        return List.of(what, by.orElse(""), at.map(ReportPages::moment).orElse(""));
    }

    private void run(RunReport report) {
        ChangeRunView run = report.run();
        String end = run.endedAt().map(at -> " to " + moment(at)).orElse(", goes on");
        pages.heading("Run %d: %s, %s%s".formatted(run.number(), decided(run), moment(run.startedAt()), end));
        pages.table(
                BOARD,
                run.devices().stream()
                        .map(line -> List.of(
                                line.device(),
                                words(line.state().name()),
                                String.valueOf(line.commands()),
                                line.fact()))
                        .toList(),
                List.of("short", "short", "number short", ""));
        for (DeviceReport device : report.devices()) device(run, device);
    }

    private static String decided(ChangeRunView run) {
        if (!run.allOrNone()) {
            long kept = run.devices().stream()
                    .filter(line -> line.state() == DeviceState.KEPT)
                    .count();
            return "kept on %,d of %,d".formatted(kept, run.devices().size());
        }
        return switch (run.decision()) {
            case OPEN -> "not decided";
            case KEEP -> "kept on all";
            case BACK -> "put back on all";
        };
    }

    private void device(ChangeRunView run, DeviceReport report) {
        String name = report.device().device();
        pages.heading("Run %d on %s".formatted(run.number(), name));
        if (report.told().isPresent()) {
            ToldView told = report.told().get();
            pages.paragraph("What it was to be told:");
            pages.lines(told.commands());
            pages.paragraph("What would lead it back:");
            pages.lines(told.undo());
            ComparePdf.put(told.comparison(), pages, "before", "after");
        }
        pages.table(
                STEPS,
                report.device().steps().stream().map(ReportPages::step).toList(),
                List.of("short", "short", "short", "short", ""));
        List<String> said = report.device().steps().stream()
                .flatMap(step -> step.console().lines())
                .toList();
        if (said.isEmpty()) return;
        pages.paragraph("The conversation, word for word:");
        pages.lines(said.stream().limit(MOST_LINES).toList());
        if (said.size() > MOST_LINES)
            pages.paragraph("%,d more lines are left out here; the report as JSON has all."
                    .formatted(said.size() - MOST_LINES));
    }

    private static List<String> step(RunStepView step) {
        return List.of(
                words(step.state().name()),
                moment(step.begunAt()),
                step.endedAt().map(ReportPages::moment).orElse(""),
                step.event().map(event -> words(event.name())).orElse(""),
                step.fact());
    }

    private static String words(String code) {
        return code.toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    private static String moment(Instant at) {
        return at.truncatedTo(ChronoUnit.SECONDS).toString().replace('T', ' ').replace("Z", "");
    }
}
