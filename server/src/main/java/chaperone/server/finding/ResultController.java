package chaperone.server.finding;

import chaperone.core.standard.Clause.Binding;
import chaperone.server.clause.ClauseText.Severity;
import chaperone.server.document.FileFormat;
import chaperone.server.finding.FindingTrend.TrendPoint;
import chaperone.server.finding.StandardReport.ReportRequest;
import chaperone.server.finding.StandardResults.ClauseCounts;
import chaperone.server.finding.StandardResults.DeviceResult;
import chaperone.server.finding.StandardResults.NamedCounts;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What came of a standard over the fleet: as numbers, as a matrix, as a report. */
@RestController
@RequestMapping("/api/standards/{name}")
class ResultController {
    private static final int MOST_ROWS = 2000;

    private final ResultReader results;
    private final StandardReports reports;
    private final FindingTrend trend;

    ResultController(ResultReader results, StandardReports reports, FindingTrend trend) {
        this.results = results;
        this.trend = trend;
        this.reports = reports;
    }

    /**
     * What came of a standard.
     *
     * @param devices how many were judged; {@code waiting} how many are still to be judged by its newest text
     */
    record ResultsView(
            String standard,
            int number,
            Instant publishedAt,
            long devices,
            long waiting,
            OutcomeCounts all,
            List<NamedCounts> bySite,
            List<NamedCounts> byGroup,
            List<NamedCounts> byParagraph,
            List<TagCounts> byClause) {}

    record TagCounts(String tag, OutcomeCounts counts) {
        private static TagCounts of(ClauseCounts clause) {
            return new TagCounts(clause.clause().tag(), clause.counts());
        }
    }

    /** @param outcomes by tag; those that pass or are not asked are left out */
    record MatrixRow(String device, String site, Map<String, Outcome> outcomes) {}

    /**
     * Devices with something that does not pass.
     *
     * @param tags of the clauses that do not pass on one of them
     * @param matching how many devices there are in all; the first ones are shown
     */
    record MatrixView(List<String> tags, List<MatrixRow> rows, long matching) {}

    @GetMapping("/results")
    ResultsView results(@PathVariable String name, @RequestParam Optional<@Size(max = 2000) String> query) {
        StandardResults found = results.of(name, query);
        return new ResultsView(
                found.standard().name(),
                found.standard().number(),
                found.standard().publishedAt(),
                found.devices().size(),
                found.waiting(),
                found.all(),
                found.bySite(),
                found.byGroup(),
                found.byParagraph(),
                found.byClause().stream().map(TagCounts::of).toList());
    }

    /**
     * A clause and, by site, how many devices fail it.
     *
     * @param group under which it stands in its standard
     */
    record HeatRow(
            String tag,
            Optional<String> group,
            String reason,
            Severity severity,
            Binding binding,
            Map<String, Long> failing) {}

    /** @param sites with a device that fails */
    record HeatView(List<String> sites, List<HeatRow> rows) {}

    /** How many devices of each site fail which clause. */
    @GetMapping("/heat")
    HeatView heat(@PathVariable String name) {
        StandardResults found = results.of(name, Optional.empty());
        Map<String, Map<String, Long>> failing = found.failing();
        List<HeatRow> rows = found.standard().text().clauses().stream()
                .map(clause -> new HeatRow(
                        clause.tag(),
                        clause.group(),
                        clause.reason(),
                        clause.weight(),
                        clause.binding(),
                        failing.getOrDefault(clause.tag(), Map.of())))
                .toList();
        List<String> sites = failing.values().stream()
                .flatMap(counts -> counts.keySet().stream())
                .distinct()
                .sorted()
                .toList();
        return new HeatView(sites, rows);
    }

    @GetMapping("/matrix")
    MatrixView matrix(@PathVariable String name, @RequestParam Optional<@Size(max = 2000) String> query) {
        List<MatrixRow> rows = results.of(name, query).devices().stream()
                .map(ResultController::row)
                .filter(row -> !row.outcomes().isEmpty())
                .toList();
        List<String> tags = rows.stream()
                .flatMap(row -> row.outcomes().keySet().stream())
                .distinct()
                .sorted()
                .toList();
        return new MatrixView(tags, rows.subList(0, Math.min(rows.size(), MOST_ROWS)), rows.size());
    }

    private static MatrixRow row(DeviceResult device) {
        Map<String, Outcome> outcomes = device.found().keySet().stream()
                .filter(device.asked()::contains)
                .collect(Collectors.toMap(tag -> tag, device::outcome, (one, other) -> one, TreeMap::new));
        return new MatrixRow(device.device(), device.site(), outcomes);
    }

    /** How many findings stood on each day up to now. */
    @GetMapping("/trend")
    List<TrendPoint> trend(@PathVariable String name, @RequestParam(defaultValue = "31") @Min(1) @Max(366) int days) {
        return trend.of(name, days);
    }

    /** A record of what came of it, for people (PDF, HTML) or for programs (CSV, JSON). */
    @GetMapping("/report.{format}")
    ResponseEntity<byte[]> report(
            @PathVariable String name,
            @PathVariable String format,
            @Valid @ParameterObject ReportRequest request,
            Principal who) {
        return reports.file(name, request, FileFormat.of(format), who.getName());
    }
}
