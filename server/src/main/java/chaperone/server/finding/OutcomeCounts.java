package chaperone.server.finding;

import chaperone.server.clause.ClauseText;
import chaperone.server.finding.StandardResults.DeviceResult;
import java.util.Collection;

/** How often which outcome came of the clauses of a kind. */
public record OutcomeCounts(long pass, long fail, long excepted, long notKnown, long notAsked) {

    /** Of every clause on every device: millions on a large fleet, so that none is kept. */
    static OutcomeCounts of(Collection<DeviceResult> devices, Collection<ClauseText> clauses) {
        long[] counts = new long[Outcome.values().length];
        for (DeviceResult device : devices)
            for (ClauseText clause : clauses)
                counts[device.outcome(clause.tag()).ordinal()]++;
        return new OutcomeCounts(
                counts[Outcome.PASS.ordinal()],
                counts[Outcome.FAIL.ordinal()],
                counts[Outcome.EXCEPTED.ordinal()],
                counts[Outcome.NOT_KNOWN.ordinal()],
                counts[Outcome.NOT_ASKED.ordinal()]);
    }
}
