package chaperone.server.standard;

import chaperone.core.standard.Verdict.Evidence;
import chaperone.server.clause.ClauseText;
import chaperone.server.exception.GrantedException.Waived;
import chaperone.server.exception.GrantedExceptions;
import chaperone.server.fleet.Device;
import chaperone.server.standard.Judgings.Judging;
import chaperone.server.standard.Soundness.Asked;
import chaperone.server.standard.Soundness.Departure;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Keeps what a judging found, and how that ended which was found before. */
@Component
class FindingKeeper {
    private static final String CLOSE = """
            insert into closed_finding (device_id, standard_id, tag, severity, kind, since, ended_at, ended, brought_by,
              ended_by, evidence)
            select device_id, standard_id, tag, severity, kind, least(since, :at), :at, :ended, brought_by, :revision,
              evidence
            from finding where id = :finding""";

    private final FindingRepository findings;
    private final GrantedExceptions exceptions;
    private final Judgings judgings;
    private final JdbcClient database;

    /**
     * A judging of a device.
     *
     * @param revision its number; {@code revisionId} names it over all devices
     * @param asked the clauses that are for it; {@code numbers} of the texts in force, by standard
     */
    record Judged(
            Device device,
            int revision,
            long revisionId,
            List<Asked> asked,
            Map<Long, Integer> numbers,
            List<Departure> departures,
            Instant at) {

        private Optional<ClauseText> asks(long standard, String tag) {
            return asked.stream()
                    .filter(each -> each.standard().id() == standard
                            && each.clause().tag().equals(tag))
                    .map(Asked::clause)
                    .findFirst();
        }

        private List<Judging> judgings() {
            Map<Long, Set<String>> tags = asked.stream()
                    .collect(Collectors.groupingBy(
                            each -> each.standard().id(),
                            Collectors.mapping(each -> each.clause().tag(), Collectors.toSet())));
            return numbers.entrySet().stream()
                    .map(each -> new Judging(
                            each.getKey(), each.getValue(), revisionId, tags.getOrDefault(each.getKey(), Set.of())))
                    .toList();
        }
    }

    FindingKeeper(FindingRepository findings, GrantedExceptions exceptions, Judgings judgings, JdbcClient database) {
        this.findings = findings;
        this.exceptions = exceptions;
        this.judgings = judgings;
        this.database = database;
    }

    /**
     * Until the transaction ends nobody else judges the device: who comes second waits, and finds what the first has kept,
     * instead of being refused.
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void hold(long device) {
        database.sql("select id from device where id = :id for no key update")
                .param("id", device)
                .query()
                .listOfRows();
    }

    /** @param shown evidence as everybody may see it */
    @Transactional(propagation = Propagation.MANDATORY)
    public void keep(Judged judged, BiFunction<Device, List<Evidence>, List<Evidence>> shown) {
        Device device = judged.device();
        Map<Long, Judging> before = judgings.of(device.id());
        Set<Waived> waived = exceptions.of(device.id());
        Map<String, Finding> known = findings.findByDeviceId(device.id()).stream()
                .collect(Collectors.toMap(each -> Soundness.key(each.standard(), each.tag()), Function.identity()));
        for (Departure each : judged.departures()) {
            String tag = each.clause().tag();
            Optional<Finding> earlier = Optional.ofNullable(known.remove(Soundness.key(each.standard(), tag)));
            // What failed, and is not known to fail any more, has ended as it would have if it held.
            earlier.filter(found -> found.fails() && !each.fails())
                    .ifPresent(found -> noteEnd(found, judged, before.get(each.standard())));
            Finding finding = earlier.orElseGet(() -> new Finding(
                    device.id(),
                    each.standard(),
                    tag,
                    judged.at(),
                    broughtBy(judged, each, before.get(each.standard()))));
            finding.is(each, judged, shown.apply(device, each.verdict().evidence()));
            finding.excepted(waived.contains(each.of(device)));
            findings.save(finding);
        }
        for (Finding each : known.values()) {
            if (each.fails()) noteEnd(each, judged, before.get(each.standard()));
            findings.delete(each);
        }
        judgings.keep(device.id(), judged.judgings(), judged.at());
    }

    /** Only what a device kept to before can have been brought. */
    private static Optional<Long> broughtBy(Judged judged, Departure departure, Judging before) {
        boolean isNew = before != null
                && before.revision() != judged.revisionId()
                && before.asked().contains(departure.clause().tag())
                && departure.clause().kind() != ClauseText.Kind.KNOWN;
        return isNew ? Optional.of(judged.revisionId()) : Optional.empty();
    }

    private void noteEnd(Finding finding, Judged judged, Judging before) {
        FindingEnd ended = ended(finding, judged, before);
        database.sql(CLOSE)
                .param("at", Timestamp.from(judged.at()))
                .param("ended", ended.name())
                .param("revision", ended == FindingEnd.CHANGED ? judged.revisionId() : null)
                .param("finding", finding.id())
                .update();
    }

    private static FindingEnd ended(Finding finding, Judged judged, Judging before) {
        Optional<ClauseText> clause = judged.asks(finding.standard(), finding.tag());
        if (clause.isEmpty()) return FindingEnd.NOT_ASKED;
        if (clause.get().kind() == ClauseText.Kind.KNOWN) return FindingEnd.KNOWN;
        boolean isSame = before != null && before.revision() == judged.revisionId();
        return isSame ? FindingEnd.CLAUSE_ALTERED : FindingEnd.CHANGED;
    }
}
