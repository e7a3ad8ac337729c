package chaperone.server.standard;

import chaperone.core.standard.Judge;
import chaperone.server.clause.ClauseText;
import chaperone.server.clause.StandardText;
import chaperone.server.fleet.Device;
import chaperone.server.judge.Judges;
import chaperone.server.problem.ProblemException;
import chaperone.server.revision.ConfigKind;
import chaperone.server.revision.History;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Standards and findings as pages and programs get them; secrets are masked. */
@Component
class StandardViews {
    /** Lines that are shown before and after one that matters. */
    private static final int AROUND = 2;

    private static final int MOST_EXCERPTS = 20;

    private final FindingRepository findings;
    private final History history;
    private final Judges judges;

    record StandardRow(
            String name,
            int clauses,
            boolean isPublished,
            boolean hasDraft,
            long failing,
            String madeBy,
            Instant madeAt) {}

    /** @param fields that sites fill in */
    record StandardView(
            String name,
            StandardText text,
            Set<String> fields,
            boolean isPublishedAsWritten,
            Optional<String> publishedBy,
            Optional<Instant> publishedAt,
            String madeBy,
            Instant madeAt) {}

    /** @param line from 0; {@code isMeant} of those that the evidence is about, the others stand around them */
    record ExcerptLine(int line, String text, boolean isMeant) {}

    /** What stands where a device departs, and what would repair it; no commands if that cannot be said. */
    record FindingDetail(List<ExcerptLine> excerpt, List<String> repair) {}

    StandardViews(FindingRepository findings, History history, Judges judges) {
        this.findings = findings;
        this.history = history;
        this.judges = judges;
    }

    StandardRow row(Standard standard) {
        return new StandardRow(
                standard.name(),
                standard.draft().clauses().size(),
                standard.publishedAt().isPresent(),
                !standard.isPublishedAsWritten(),
                findings.countFailing(standard.id()),
                standard.madeBy(),
                standard.madeAt());
    }

    StandardView view(Standard standard) {
        StandardText text = standard.draft();
        return new StandardView(
                standard.name(),
                text,
                text.fields(),
                standard.isPublishedAsWritten(),
                standard.publishedBy(),
                standard.publishedAt(),
                standard.madeBy(),
                standard.madeAt());
    }

    /** @throws ProblemException if the device keeps to the clause by now */
    FindingDetail finding(Standard standard, Device device, String tag) {
        Finding finding = findings.findByDeviceId(device.id()).stream()
                .filter(each -> each.standard() == standard.id() && each.tag().equals(tag))
                .findFirst()
                .orElseThrow(() -> ProblemException.notFound("finding of " + device.name(), tag));
        String running = history.newest(device, ConfigKind.RUNNING).whole();
        Set<Integer> meant = finding.evidence().stream()
                .flatMap(evidence -> evidence.line().stream())
                .limit(MOST_EXCERPTS)
                .collect(Collectors.toSet());
        List<String> repair = standard.inForce().stream()
                .flatMap(text -> text.clauses().stream()
                        .filter(clause -> clause.tag().equals(tag))
                        .flatMap(clause -> repair(device, running, clause, text).stream()))
                .toList();
        return new FindingDetail(excerpt(device, running, meant), repair);
    }

    private List<ExcerptLine> excerpt(Device device, String running, Set<Integer> meant) {
        List<String> lines = judges.shown(device, running).lines().toList();
        return IntStream.range(0, lines.size())
                .filter(line -> meant.stream().anyMatch(each -> Math.abs(each - line) <= AROUND))
                .mapToObj(line -> new ExcerptLine(line, lines.get(line), meant.contains(line)))
                .toList();
    }

    private List<String> repair(Device device, String running, ClauseText clause, StandardText text) {
        Judge judge = judges.of(device, running, text.valuesAt(device.siteName()), Stream.of(clause));
        return judges.repair(device, running, clause, judge);
    }
}
