package chaperone.server.finding;

import chaperone.core.standard.Verdict.Evidence;
import chaperone.server.clause.ClauseText;
import chaperone.server.document.FileFormat;
import chaperone.server.document.ListFile;
import chaperone.server.document.ListFile.Maker;
import chaperone.server.document.ListFile.Rows;
import chaperone.server.document.SavedFile;
import chaperone.server.finding.StandardReport.ReportClause;
import chaperone.server.finding.StandardReport.ReportEnded;
import chaperone.server.finding.StandardReport.ReportRequest;
import chaperone.server.finding.StandardReport.ReportVerdict;
import chaperone.server.finding.StandardReport.Show;
import chaperone.server.finding.StandardResults.ClauseCounts;
import chaperone.server.finding.StandardResults.DeviceResult;
import chaperone.server.origin.OriginView;
import chaperone.server.problem.ProblemException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Makes reports of standards, and their files. */
@Service
class StandardReports {
    private static final int MOST_FINDINGS = 20_000;
    private static final int MOST_VERDICTS = 200_000;
    private static final Duration SPAN = Duration.ofDays(31);
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final List<String> COLUMNS = List.of(
            "device", "site", "clause", "severity", "outcome", "revision", "judged at", "since", "who", "evidence");

    private final ResultReader results;
    private final FindingList findings;
    private final Clock clock;

    StandardReports(ResultReader results, FindingList findings, Clock clock) {
        this.results = results;
        this.findings = findings;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    public ResponseEntity<byte[]> file(String name, ReportRequest request, FileFormat format, String by) {
        StandardReport report = of(name, request, by);
        String file = "report-" + name.replaceAll("[^\\p{Alnum}]+", "-") + "." + format.ending();
        byte[] bytes = switch (format) {
            case JSON -> JSON.writeValueAsBytes(report);
            case PDF, HTML -> PrintedReport.of(report).in(format);
            case CSV -> csv(report);
        };
        return SavedFile.of(file, format.type(), bytes);
    }

    static byte[] csv(StandardReport report) {
        List<Object[]> rows = report.verdicts().stream()
                .map(each -> new Object[] {
                    each.device(),
                    each.site(),
                    each.tag(),
                    each.severity(),
                    each.outcome(),
                    each.revision(),
                    each.judgedAt(),
                    each.since().<Object>map(at -> at).orElse(""),
                    each.who(),
                    each.evidence()
                })
                .toList();
        ListFile list = new ListFile("report", report.standard(), COLUMNS, COLUMNS);
        return list.in(FileFormat.CSV, Rows.all("", rows), new Maker(report.madeBy(), report.madeAt()))
                .getBody();
    }

    /** Part of a transaction. */
    StandardReport of(String name, ReportRequest request, String by) {
        StandardResults found = results.of(name, Optional.ofNullable(request.query()));
        Instant now = clock.instant();
        Instant from = Optional.ofNullable(request.from()).orElse(now.minus(SPAN));
        return new StandardReport(
                found.standard().name(),
                found.standard().number(),
                found.standard().publishedBy(),
                found.standard().publishedAt(),
                Optional.ofNullable(request.query()).map(String::strip).orElse(""),
                from,
                now,
                by,
                found.devices().size(),
                found.waiting(),
                found.all(),
                found.byClause().stream().map(StandardReports::clause).toList(),
                found.bySite(),
                found.byGroup(),
                found.byParagraph(),
                verdicts(found, request),
                ended(name, request, from));
    }

    private static ReportClause clause(ClauseCounts each) {
        ClauseText clause = each.clause();
        return new ReportClause(
                clause.tag(),
                clause.group().orElse(""),
                clause.reason(),
                clause.weight(),
                clause.binding(),
                each.counts());
    }

    private List<ReportVerdict> verdicts(StandardResults found, ReportRequest request) {
        Map<String, FindingRow> told = new HashMap<>();
        if (request.shown() != Show.PASSED) {
            rows(found.standard().name(), request, WantedFindings.STANDING, null)
                    .forEach(row -> told.put(row.device() + " " + row.tag(), row));
        }
        List<ReportVerdict> verdicts = new ArrayList<>();
        for (DeviceResult device : found.devices()) {
            for (ClauseText clause : found.standard().text().clauses()) {
                Outcome outcome = device.outcome(clause.tag());
                if (!isShown(outcome, request.shown())) continue;
                if (verdicts.size() == MOST_VERDICTS) throw tooMany("verdicts", MOST_VERDICTS);
                verdicts.add(verdict(
                        device, clause, outcome, Optional.ofNullable(told.get(device.device() + " " + clause.tag()))));
            }
        }
        return verdicts;
    }

    private static boolean isShown(Outcome outcome, Show show) {
        if (outcome == Outcome.NOT_ASKED) return false;
        return show == Show.BOTH || (outcome == Outcome.PASS) == (show == Show.PASSED);
    }

    private static ReportVerdict verdict(
            DeviceResult device, ClauseText clause, Outcome outcome, Optional<FindingRow> finding) {
        return new ReportVerdict(
                device.device(),
                device.site(),
                clause.tag(),
                clause.weight(),
                outcome,
                device.revision(),
                device.judgedAt(),
                finding.map(FindingRow::since),
                finding.flatMap(FindingRow::who).map(OriginView::people).orElse(""),
                finding.map(row -> row.evidence().stream().map(Evidence::said).collect(Collectors.joining("; ")))
                        .orElse(""));
    }

    private List<ReportEnded> ended(String name, ReportRequest request, Instant from) {
        if (request.shown() == Show.PASSED) return List.of();
        return rows(name, request, WantedFindings.CLOSED, from).stream()
                .map(row -> new ReportEnded(
                        row.device(),
                        row.site(),
                        row.tag(),
                        row.severity(),
                        row.since(),
                        row.lastSeen().orElse(row.since()),
                        row.ended(),
                        row.endedWho().map(OriginView::people).orElse("")))
                .toList();
    }

    private List<FindingRow> rows(String standard, ReportRequest request, WantedFindings state, Instant since) {
        FindingRequest wanted = new FindingRequest(
                standard, null, null, null, request.query(), null, null, state, since, FindingOrder.DEVICE);
        FindingList.FindingPage page = findings.page(wanted, 0, MOST_FINDINGS);
        if (page.matching() > MOST_FINDINGS) throw tooMany("findings", MOST_FINDINGS);
        return page.findings();
    }

    private static ProblemException tooMany(String what, int most) {
        return new ProblemException(
                HttpStatus.UNPROCESSABLE_CONTENT,
                "too-many-rows",
                "There are more than %,d %s.".formatted(most, what),
                "Ask for fewer: a shorter span, fewer devices.");
    }
}
