package chaperone.server.standard;

import chaperone.core.answer.KnownDepartures;
import chaperone.core.answer.Question;
import chaperone.core.standard.Asked.Command;
import chaperone.core.standard.Clause.Binding;
import chaperone.core.standard.Judge;
import chaperone.core.standard.Verdict;
import chaperone.core.standard.Verdict.Evidence;
import chaperone.core.standard.Verdict.Kind;
import chaperone.server.answers.CommandOutputs;
import chaperone.server.clause.ClauseText;
import chaperone.server.clause.StandardText;
import chaperone.server.event.Events;
import chaperone.server.exception.GrantedException.Waived;
import chaperone.server.exception.GrantedExceptions;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.judge.ClauseScopes;
import chaperone.server.judge.Judges;
import chaperone.server.problem.ProblemException;
import chaperone.server.problem.RetryOnConflict;
import chaperone.server.revision.ConfigKind;
import chaperone.server.revision.History;
import chaperone.server.revision.History.Text;
import chaperone.server.revision.Revision;
import chaperone.server.standard.FindingKeeper.Judged;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Judges devices by the clauses that are published, and keeps what they depart from. */
@Service
public class Soundness {
    private final StandardRepository standards;
    private final FindingKeeper keeper;
    private final Judgings judgings;
    private final GrantedExceptions exceptions;
    private final ClauseScopes scopes;
    private final Judges judges;
    private final CommandOutputs outputs;
    private final Fleet fleet;
    private final Events events;
    private final History history;

    /** A clause that is for a device, and what its site fills in. */
    record Asked(Standard standard, ClauseText clause, Map<String, String> values) {}

    /** A verdict that is no pass. */
    record Departure(long standard, ClauseText clause, Verdict verdict) {
        boolean fails() {
            return verdict.kind() == Kind.FAIL;
        }

        Waived of(Device device) {
            return new Waived(standard, clause.tag(), device.id());
        }
    }

    /** A clause that a change would break. */
    public record Breach(String standard, String tag, String reason, Binding binding, List<String> evidence) {}

    Soundness(
            StandardRepository standards,
            FindingKeeper keeper,
            Judgings judgings,
            GrantedExceptions exceptions,
            ClauseScopes scopes,
            Judges judges,
            CommandOutputs outputs,
            Fleet fleet,
            Events events,
            History history) {
        this.standards = standards;
        this.keeper = keeper;
        this.judgings = judgings;
        this.exceptions = exceptions;
        this.scopes = scopes;
        this.judges = judges;
        this.outputs = outputs;
        this.fleet = fleet;
        this.events = events;
        this.history = history;
    }

    /** One device, judged anew; nothing if it was removed. */
    @RetryOnConflict
    @Transactional
    public void judgeAnew(long id, Instant at) {
        keeper.hold(id);
        fleet.find(id).ifPresent(device -> judge(device, at));
        events.fleetMoved();
    }

    /** Part of a transaction that brought something new: a configuration, or another standard. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void judge(Device device, Instant at) {
        Optional<Text> running = history.find(device, ConfigKind.RUNNING);
        if (running.isEmpty()) return;
        keeper.hold(device.id());
        List<Standard> inForce = standards.findByPublishedAtIsNotNullOrderByName();
        List<Asked> asked = asked(device, inForce);
        List<Departure> departures = departures(device, running.get().whole(), asked);
        outputs.want(device.id(), commands(asked));
        Set<Waived> waived = exceptions.of(device.id());
        List<Departure> counting = departures.stream()
                .filter(each -> !waived.contains(each.of(device)))
                .toList();
        KnownDepartures known = known(asked.size(), counting, device.incomplete());
        if (device.incomplete().isEmpty()) {
            Map<Long, Integer> numbers =
                    inForce.stream().collect(Collectors.toMap(Standard::id, Standard::publishedNumber));
            Revision revision = running.get().revision();
            keeper.keep(
                    new Judged(device, revision.number(), revision.id(), asked, numbers, departures, at),
                    judges::shown);
        }
        device.answer(Question.SOUND, judgings.isStale(device.id()) ? KnownDepartures.NOT_SEEN : known.sound(), at);
    }

    @Transactional(propagation = Propagation.MANDATORY)
    void judgeIfKnownIsAsked(Device device, Instant at) {
        judgeIfAsked(device, ClauseText.Kind.KNOWN, at);
    }

    /** Nothing if it was removed. */
    @RetryOnConflict
    @Transactional
    void judgeIfAnswersAreAsked(long id, Instant at) {
        keeper.hold(id);
        fleet.find(id).ifPresent(device -> judgeIfAsked(device, ClauseText.Kind.ANSWER, at));
    }

    private void judgeIfAsked(Device device, ClauseText.Kind kind, Instant at) {
        if (asked(device).stream().anyMatch(each -> each.clause().kind() == kind)) judge(device, at);
    }

    private static Set<String> commands(List<Asked> asked) {
        return asked.stream()
                .flatMap(each -> each.clause().asked().stream())
                .flatMap(each -> each instanceof Command command ? Stream.of(command.request()) : Stream.empty())
                .collect(Collectors.toSet());
    }

    private static KnownDepartures known(int asked, List<Departure> departures, String incomplete) {
        long failing = departures.stream().filter(Departure::fails).count();
        long advised = departures.stream()
                .filter(each -> each.fails() && each.clause().binding() == Binding.ADVISE)
                .count();
        return new KnownDepartures(asked, failing, advised, departures.size() - failing, incomplete);
    }

    static String key(long standard, String tag) {
        return standard + " " + tag;
    }

    List<Asked> asked(Device device) {
        return asked(device, standards.findByPublishedAtIsNotNullOrderByName());
    }

    private List<Asked> asked(Device device, List<Standard> inForce) {
        Predicate<ClauseText> isFor = scopes.of(device);
        List<Asked> asked = new ArrayList<>();
        for (Standard standard : inForce) {
            StandardText text = standard.inForce().orElseThrow();
            for (ClauseText clause : text.clauses())
                if (isFor.test(clause)) asked.add(new Asked(standard, clause, text.valuesAt(device.siteName())));
        }
        return asked;
    }

    private List<Departure> departures(Device device, String text, List<Asked> asked) {
        Function<Map<String, String>, Judge> byValues =
                judges.byValues(device, text, asked.stream().map(Asked::clause));
        List<Departure> departures = new ArrayList<>();
        for (Asked each : asked) {
            Verdict verdict =
                    byValues.apply(each.values()).verdict(each.clause().clause());
            if (verdict.kind() != Kind.PASS)
                departures.add(new Departure(each.standard().id(), each.clause(), verdict));
        }
        return departures;
    }

    /**
     * Clauses that a device keeps to now and would not with another configuration; those that it broke before do not count,
     * nor those that are waived for it.
     */
    @Transactional(readOnly = true)
    public List<Breach> breaches(Device device, String before, String after) {
        List<Asked> asked = asked(device);
        if (asked.isEmpty()) return List.of();
        List<String> broken = departures(device, before, asked).stream()
                .filter(Departure::fails)
                .map(each -> key(each.standard(), each.clause().tag()))
                .toList();
        Set<Waived> waived = exceptions.of(device.id());
        return departures(device, after, asked).stream()
                .filter(each -> each.fails() && !waived.contains(each.of(device)))
                .filter(each ->
                        !broken.contains(key(each.standard(), each.clause().tag())))
                .map(each -> breach(device, each))
                .toList();
    }

    private Breach breach(Device device, Departure departure) {
        List<String> evidence = judges.shown(device, departure.verdict().evidence()).stream()
                .map(Evidence::said)
                .toList();
        String name =
                standards.findById(departure.standard()).map(Standard::name).orElse("");
        ClauseText clause = departure.clause();
        return new Breach(name, clause.tag(), clause.reason(), clause.binding(), evidence);
    }

    /**
     * What the device would run if it kept to a clause.
     *
     * @throws ProblemException if the clause is not for this device, or cannot be repaired without a value
     */
    @Transactional(readOnly = true)
    public String repaired(Device device, String standard, String tag) {
        Asked asked = asked(device).stream()
                .filter(each -> each.standard().name().equals(standard)
                        && each.clause().tag().equals(tag))
                .findFirst()
                .orElseThrow(() -> ProblemException.notFound("clause for " + device.name(), standard + " " + tag));
        String running = history.newest(device, ConfigKind.RUNNING).whole();
        Judge judge = judges.of(device, running, asked.values(), Stream.of(asked.clause()));
        try {
            return judge.repaired(asked.clause().clause())
                    .orElseThrow(() -> new ProblemException(
                            HttpStatus.CONFLICT,
                            "no-repair",
                            "Clause " + tag + " does not say what would mend " + device.name() + ".",
                            "Write lines for the device yourself, or give the clause a repair and publish it."));
        } catch (IllegalArgumentException e) {
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "no-value",
                    "Clause " + tag + " cannot be repaired on " + device.name() + ": " + e.getMessage() + ".",
                    "Fill in the value for " + device.siteName() + " at the standard, and publish it.");
        }
    }
}
