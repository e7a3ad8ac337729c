package chaperone.server.finding;

import chaperone.server.clause.ClauseText;
import chaperone.server.standard.Standards.InForce;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * What came of a standard on each device that it has judged; all counts are taken from here, so that they agree.
 *
 * @param waiting how many devices are still to be judged by its newest text
 */
public record StandardResults(InForce standard, List<DeviceResult> devices, long waiting) {
    static final String NO_SITE = "(no site)";

    /** What was found on a device. */
    record Found(Outcome outcome, Instant since) {}

    /**
     * A device that was judged.
     *
     * @param number of the text by which; {@code revision} that was judged
     * @param asked the tags of the clauses that are for it
     * @param found by tag
     * @param isDoubtful whether it was not seen for too long, or its newest copy may be only a part: nothing is known to hold
     */
    public record DeviceResult(
            String device,
            String site,
            int number,
            int revision,
            Instant judgedAt,
            Set<String> asked,
            Map<String, Found> found,
            boolean isDoubtful) {

        public Outcome outcome(String tag) {
            if (!asked.contains(tag)) return Outcome.NOT_ASKED;
            return Optional.ofNullable(found.get(tag))
                    .map(Found::outcome)
                    .orElse(isDoubtful ? Outcome.NOT_KNOWN : Outcome.PASS);
        }
    }

    /** Counts under a name. */
    public record NamedCounts(String name, OutcomeCounts counts) {}

    /** A clause with its counts: one outcome for each device. */
    public record ClauseCounts(ClauseText clause, OutcomeCounts counts) {}

    public StandardResults {
        devices = List.copyOf(devices);
    }

    private List<ClauseText> clauses() {
        return standard.text().clauses();
    }

    public OutcomeCounts all() {
        return OutcomeCounts.of(devices, clauses());
    }

    public List<ClauseCounts> byClause() {
        return clauses().stream()
                .map(clause -> new ClauseCounts(clause, OutcomeCounts.of(devices, List.of(clause))))
                .toList();
    }

    public List<NamedCounts> bySite() {
        return named(sites(), here -> OutcomeCounts.of(here, clauses()));
    }

    private Map<String, List<DeviceResult>> sites() {
        return devices.stream()
                .collect(Collectors.groupingBy(
                        each -> each.site().isEmpty() ? NO_SITE : each.site(), TreeMap::new, Collectors.toList()));
    }

    /** By tag and site: on how many devices it fails; nothing where it fails on none. */
    public Map<String, Map<String, Long>> failing() {
        Map<String, Map<String, Long>> failing = new HashMap<>();
        sites().forEach((site, here) -> clauses().forEach(clause -> {
            long fails = OutcomeCounts.of(here, List.of(clause)).fail();
            if (fails > 0)
                failing.computeIfAbsent(clause.tag(), tag -> new TreeMap<>()).put(site, fails);
        }));
        return failing;
    }

    /** In the order in which the standard has them. */
    public List<NamedCounts> byGroup() {
        Map<String, List<ClauseText>> groups = clauses().stream()
                .collect(Collectors.groupingBy(
                        clause -> clause.group().filter(name -> !name.isBlank()).orElse("(no group)"),
                        LinkedHashMap::new,
                        Collectors.toList()));
        return named(groups, these -> OutcomeCounts.of(devices, these));
    }

    /** By paragraph of standards of others; a clause counts for each that it names. */
    public List<NamedCounts> byParagraph() {
        Map<String, List<ClauseText>> paragraphs = new TreeMap<>();
        for (ClauseText clause : clauses()) {
            for (String each : clause.paragraphs().orElse(List.of()))
                paragraphs.computeIfAbsent(each, name -> new ArrayList<>()).add(clause);
        }
        return named(paragraphs, these -> OutcomeCounts.of(devices, these));
    }

    private static <T> List<NamedCounts> named(Map<String, T> all, Function<T, OutcomeCounts> counts) {
        return all.entrySet().stream()
                .map(each -> new NamedCounts(each.getKey(), counts.apply(each.getValue())))
                .toList();
    }
}
