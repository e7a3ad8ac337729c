package chaperone.server.finding;

import chaperone.core.standard.Clause.Binding;
import chaperone.server.clause.ClauseText.Severity;
import chaperone.server.finding.StandardResults.NamedCounts;
import chaperone.server.standard.FindingEnd;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What came of a standard, as a record of it.
 *
 * @param number of the text in force
 * @param scope the words by which devices were chosen; empty for all of them
 * @param from since when findings that have ended are told
 * @param devices how many were judged; {@code waiting} how many are still to be judged by the newest text
 * @param verdicts those that were asked for: what fails, what passes, or both
 * @param ended findings that have ended since
 */
record StandardReport(
        String standard,
        int number,
        String publishedBy,
        Instant publishedAt,
        String scope,
        Instant from,
        Instant madeAt,
        String madeBy,
        long devices,
        long waiting,
        OutcomeCounts all,
        List<ReportClause> clauses,
        List<NamedCounts> sites,
        List<NamedCounts> groups,
        List<NamedCounts> paragraphs,
        List<ReportVerdict> verdicts,
        List<ReportEnded> ended) {

    /** Which verdicts it lists. */
    enum Show {
        FAILED,
        PASSED,
        BOTH
    }

    /**
     * Which report is asked for.
     *
     * @param query the words by which devices are chosen; all of them if it is left out
     * @param show what failed if it is left out
     * @param from a month ago if it is left out
     */
    record ReportRequest(
            @Size(max = 2000) @Nullable String query,
            @Nullable Show show,
            @Nullable Instant from) {

        Show shown() {
            return show == null ? Show.FAILED : show;
        }
    }

    record ReportClause(
            String tag, String group, String reason, Severity severity, Binding binding, OutcomeCounts counts) {}

    /** @param since, {@code evidence} and {@code who} brought it: empty of what passes */
    record ReportVerdict(
            String device,
            String site,
            String tag,
            Severity severity,
            Outcome outcome,
            int revision,
            Instant judgedAt,
            Optional<Instant> since,
            String who,
            String evidence) {}

    record ReportEnded(
            String device,
            String site,
            String tag,
            Severity severity,
            Instant since,
            Instant endedAt,
            Optional<FindingEnd> how,
            String who) {}
}
