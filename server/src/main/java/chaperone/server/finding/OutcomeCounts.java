package chaperone.server.finding;

import java.util.Collection;
import java.util.EnumMap;
import java.util.Map;

/** How often which outcome came of the clauses of a kind. */
public record OutcomeCounts(long pass, long fail, long excepted, long notKnown, long notAsked) {

    static OutcomeCounts of(Collection<Outcome> outcomes) {
        Map<Outcome, Long> counts = new EnumMap<>(Outcome.class);
        outcomes.forEach(each -> counts.merge(each, 1L, Long::sum));
        return new OutcomeCounts(
                counts.getOrDefault(Outcome.PASS, 0L),
                counts.getOrDefault(Outcome.FAIL, 0L),
                counts.getOrDefault(Outcome.EXCEPTED, 0L),
                counts.getOrDefault(Outcome.NOT_KNOWN, 0L),
                counts.getOrDefault(Outcome.NOT_ASKED, 0L));
    }
}
