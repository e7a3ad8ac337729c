package chaperone.server.finding;

import chaperone.server.document.FileFormat;
import chaperone.server.finding.StandardReport.ReportRequest;
import chaperone.server.finding.StandardReport.Show;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Results of a standard as they were taken for a review: a text that stays as it is. */
@Service
public class ReviewedResults {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final StandardReports reports;

    /** @param text the number of the standard's text that was in force */
    public record Summary(int text, long devices, OutcomeCounts all) {}

    ReviewedResults(StandardReports reports) {
        this.reports = reports;
    }

    /** What failed, as JSON. */
    @Transactional(propagation = Propagation.MANDATORY)
    public String taken(String standard, Optional<String> query, Instant since, String by) {
        return JSON.writeValueAsString(
                reports.of(standard, new ReportRequest(query.orElse(null), Show.FAILED, since), by));
    }

    public Summary summary(String json) {
        StandardReport report = JSON.readValue(json, StandardReport.class);
        return new Summary(report.number(), report.devices(), report.all());
    }

    /** @param signed a line for each reviewer */
    public byte[] in(FileFormat format, String json, String title, String digest, List<String> signed) {
        if (format == FileFormat.JSON) return json.getBytes(StandardCharsets.UTF_8);
        StandardReport report = JSON.readValue(json, StandardReport.class);
        return format == FileFormat.CSV
                ? StandardReports.csv(report)
                : PrintedReport.signed(report, title, digest, signed).in(format);
    }
}
