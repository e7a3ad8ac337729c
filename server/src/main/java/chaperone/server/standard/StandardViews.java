package chaperone.server.standard;

import chaperone.core.change.ConfigModel;
import chaperone.core.standard.Clause;
import chaperone.core.standard.Judge;
import chaperone.core.standard.Verdict;
import chaperone.core.standard.Verdict.Evidence;
import chaperone.server.clause.ClauseText;
import chaperone.server.clause.StandardText;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.problem.ProblemException;
import chaperone.server.revision.ConfigKind;
import chaperone.server.revision.History;
import chaperone.server.revision.History.Text;
import chaperone.server.secret.SecretMasks;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
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
    private final Fleet fleet;
    private final History history;
    private final Standings standings;
    private final Soundness soundness;
    private final PlatformRegistry platforms;
    private final SecretMasks masks;

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

    /** A line of the section that a clause speaks of. */
    enum LineMark {
        HOLDS,
        DEPARTS,
        MISSING,
        AROUND
    }

    /** @param line from 0; absent for one that is missing */
    record SectionLine(Optional<Integer> line, String text, LineMark mark) {}

    /** @param of how many lines it was cut from */
    record ClauseSection(List<SectionLine> lines, int of) {}

    /** How one clause would judge a device, and what would repair it; no commands if that cannot be said. */
    record TrialView(
            String tag, Verdict.Kind kind, List<Evidence> evidence, ClauseSection section, List<String> repair) {}

    /** How a clause would judge the fleet. */
    record FleetTrialView(String tag, long pass, long fail, long notKnown, long notAsked, List<String> failing) {}

    StandardViews(
            FindingRepository findings,
            Fleet fleet,
            History history,
            Standings standings,
            Soundness soundness,
            PlatformRegistry platforms,
            SecretMasks masks) {
        this.findings = findings;
        this.fleet = fleet;
        this.history = history;
        this.standings = standings;
        this.soundness = soundness;
        this.platforms = platforms;
        this.masks = masks;
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
                        .flatMap(clause -> repair(device, running, clause, text.valuesAt(device.siteName())).stream()))
                .toList();
        return new FindingDetail(excerpt(device, running, meant), repair);
    }

    private List<ExcerptLine> excerpt(Device device, String running, Set<Integer> meant) {
        List<String> lines =
                masks.shown(platforms.get(device.platform()), running).lines().toList();
        return IntStream.range(0, lines.size())
                .filter(line -> meant.stream().anyMatch(each -> Math.abs(each - line) <= AROUND))
                .mapToObj(line -> new ExcerptLine(line, lines.get(line), meant.contains(line)))
                .toList();
    }

    private List<String> repair(Device device, String running, ClauseText clause, Map<String, String> values) {
        Judge judge = new Judge(running, soundness.model(device), values, standings.of(device, Stream.of(clause)));
        return repair(device, running, clause, judge, judge.verdict(clause.clause()));
    }

    /** Every clause of a text that is for a device, judged now. */
    List<TrialView> trial(Device device, StandardText text) {
        String running = history.newest(device, ConfigKind.RUNNING).whole();
        SectionCut cut = new SectionCut(running, platforms.get(device.platform()), masks);
        Map<String, String> values = text.valuesAt(device.siteName());
        Judge judge =
                new Judge(running, soundness.model(device), values, standings.of(device, text.clauses().stream()));
        Map<String, Boolean> scopes = new HashMap<>();
        return text.clauses().stream()
                .filter(clause -> soundness.isFor(device, clause, scopes))
                .map(clause -> {
                    Verdict verdict = judge.verdict(clause.clause());
                    List<Evidence> shown = soundness.shown(device, verdict.evidence());
                    return new TrialView(
                            clause.tag(),
                            verdict.kind(),
                            shown,
                            cut.of(judge.section(clause.clause())),
                            repair(device, running, clause, judge, verdict));
                })
                .toList();
    }

    private List<String> repair(Device device, String running, ClauseText clause, Judge judge, Verdict verdict) {
        ConfigModel model = soundness.model(device);
        if (verdict.kind() != Verdict.Kind.FAIL || model.way().isEmpty()) return List.of();
        return judge.repaired(clause.clause()).stream()
                .flatMap(repaired -> model.patch(running, repaired).lines().stream())
                .map(line -> masks.shown(platforms.get(device.platform()), line))
                .toList();
    }

    List<FleetTrialView> trial(StandardText text) {
        Map<String, long[]> counts = new LinkedHashMap<>();
        Map<String, List<String>> failing = new HashMap<>();
        text.clauses().forEach(clause -> counts.put(clause.tag(), new long[Verdict.Kind.values().length + 1]));
        Map<String, Clause> rules =
                text.clauses().stream().collect(Collectors.toMap(ClauseText::tag, ClauseText::clause));
        for (Device device : fleet.choose(List.of())) {
            Optional<Text> running = history.find(device, ConfigKind.RUNNING);
            if (running.isEmpty()) continue;
            Map<String, Boolean> scopes = new HashMap<>();
            Judge judge = new Judge(
                    running.get().whole(),
                    soundness.model(device),
                    text.valuesAt(device.siteName()),
                    standings.of(device, text.clauses().stream()));
            for (ClauseText clause : text.clauses()) {
                boolean isAsked = soundness.isFor(device, clause, scopes);
                int place = isAsked
                        ? judge.verdict(rules.get(clause.tag())).kind().ordinal()
                        : Verdict.Kind.values().length;
                counts.get(clause.tag())[place]++;
                if (isAsked && place == Verdict.Kind.FAIL.ordinal())
                    failing.computeIfAbsent(clause.tag(), tag -> new ArrayList<>())
                            .add(device.name());
            }
        }
        return counts.entrySet().stream()
                .map(each -> new FleetTrialView(
                        each.getKey(),
                        each.getValue()[Verdict.Kind.PASS.ordinal()],
                        each.getValue()[Verdict.Kind.FAIL.ordinal()],
                        each.getValue()[Verdict.Kind.NOT_KNOWN.ordinal()],
                        each.getValue()[Verdict.Kind.values().length],
                        failing.getOrDefault(each.getKey(), List.of())))
                .toList();
    }
}
