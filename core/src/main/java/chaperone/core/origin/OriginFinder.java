package chaperone.core.origin;

import chaperone.core.origin.Attribution.Actor;
import chaperone.core.origin.Attribution.Proof;
import chaperone.core.origin.Attribution.Sureness;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Finds who brought a revision, from what is known of the time in which it came about.
 *
 * <p>Messages get lost, come late, twice, in another order, and can be forged. So their order does not matter, one that
 * comes twice counts once, and none of them names an account unless a log-in of this account was in reach. What the device
 * tells when it is asked is believed, as is Chaperone's own console. Linear in the traces for each visitor among them.
 */
public final class OriginFinder {
    /** How long before an edit somebody may have logged in who made it. */
    public static final Duration LONGEST_SESSION = Duration.ofHours(12);
    /** How long before the interval a log-in may lie of which no edit is known. */
    public static final Duration IDLE = Duration.ofHours(1);
    /** How long after the copy a message may come that belongs before it. */
    public static final Duration LATE = Duration.ofSeconds(3);

    private final Interval interval;
    private final List<Trace> traces;
    private final Visitor told;

    /**
     * When the configuration was altered.
     *
     * @param sameUntil when it was last seen to be as before
     * @param seenAt when the copy was taken that shows it altered
     */
    public record Interval(Instant sameUntil, Instant seenAt) {
        boolean has(Instant at) {
            return at.isAfter(sameUntil) && !at.isAfter(seenAt.plus(LATE));
        }
    }

    private OriginFinder(Interval interval, List<Trace> traces, Visitor told) {
        this.interval = interval;
        this.traces = traces;
        this.told = told;
    }

    /** @param told by whom the device says that it was edited last; {@link Visitor#UNKNOWN} if it does not tell */
    public static Attribution find(Interval interval, List<Trace> traces, Visitor told) {
        return new OriginFinder(interval, traces, told).find();
    }

    private Attribution find() {
        List<Actor> editors = editors();
        List<Actor> proven =
                editors.stream().filter(actor -> actor.proof() != Proof.CLAIM).toList();
        List<Actor> actors = new ArrayList<>(proven.isEmpty() ? visitors() : proven);
        if (told.isKnown()) actors = withTold(actors, !proven.isEmpty());
        long accounts = actors.stream()
                .map(Actor::called)
                .filter(account -> !account.isEmpty())
                .distinct()
                .count();
        editors.stream().filter(actor -> actor.proof() == Proof.CLAIM).forEach(actors::add);
        actors.sort(Comparator.comparing(Actor::proof).thenComparing(Actor::first));
        return new Attribution(sureness(accounts), actors);
    }

    private static Sureness sureness(long accounts) {
        if (accounts == 0) return Sureness.NONE;
        return accounts == 1 ? Sureness.SOLE : Sureness.SEVERAL;
    }

    /** Those of whom a message tells an edit. */
    private List<Actor> editors() {
        List<Trace> edits = traces.stream()
                .filter(trace -> trace.kind() == Trace.Kind.EDIT && interval.has(trace.from()))
                .filter(trace -> trace.visitor().hasAccount())
                .toList();
        return merged(edits.stream().flatMap(this::editors).toList());
    }

    /** Several people may have the same account of the device open on their consoles. */
    private Stream<Actor> editors(Trace edit) {
        List<Actor> here = consoles().stream()
                .filter(console ->
                        console.visitor().account().equals(edit.visitor().account()))
                .filter(console -> !console.from().isAfter(edit.from().plus(LATE))
                        && !edit.from().isAfter(console.until().plus(LATE)))
                .map(console -> new Actor(edit.visitor(), console.person(), Proof.CONSOLE, console.from(), edit.from()))
                .toList();
        return here.isEmpty() ? Stream.of(editor(edit)) : here.stream();
    }

    private Actor editor(Trace edit) {
        return logInBefore(edit)
                .map(logIn -> actor(edit.visitor(), Proof.EDIT, earlier(logIn.from(), edit.from()), edit.from()))
                .orElseGet(() -> actor(edit.visitor(), Proof.CLAIM, edit.from(), edit.from()));
    }

    private static Actor actor(Visitor visitor, Proof proof, Instant first, Instant last) {
        return new Actor(visitor, "", proof, first, last);
    }

    /** The newest one that may have led to the edit: of the same account, from the same place. */
    private Optional<Trace> logInBefore(Trace edit) {
        return traces.stream()
                .filter(trace -> trace.kind() == Trace.Kind.LOG_IN)
                .filter(trace -> isSame(trace.visitor(), edit.visitor()))
                .filter(trace -> !trace.from().isAfter(edit.from().plus(LATE)))
                .filter(trace -> !trace.from().isBefore(edit.from().minus(LONGEST_SESSION)))
                .max(Comparator.comparing(Trace::from));
    }

    private static boolean isSame(Visitor one, Visitor other) {
        boolean isFromThere =
                one.from().isEmpty() || other.from().isEmpty() || one.from().equals(other.from());
        return one.account().equals(other.account()) && isFromThere;
    }

    /** Those who were there, or came, while it was altered; nobody says that they altered anything. */
    private List<Actor> visitors() {
        List<Actor> there = new ArrayList<>();
        for (Trace console : consoles()) {
            if (interval.has(console.until()) || interval.has(console.from()) || isAround(console))
                there.add(
                        new Actor(console.visitor(), console.person(), Proof.CONSOLE, console.from(), console.until()));
        }
        traces.stream()
                .filter(trace ->
                        trace.kind() == Trace.Kind.LOG_IN && trace.visitor().hasAccount())
                .filter(trace -> trace.from().isAfter(interval.sameUntil().minus(IDLE))
                        && !trace.from().isAfter(interval.seenAt()))
                .forEach(trace -> there.add(actor(trace.visitor(), Proof.LOG_IN, trace.from(), trace.from())));
        return merged(there);
    }

    private boolean isAround(Trace console) {
        return !console.from().isAfter(interval.sameUntil()) && !console.until().isBefore(interval.seenAt());
    }

    private List<Trace> consoles() {
        return traces.stream()
                .filter(trace -> trace.kind() == Trace.Kind.CONSOLE)
                .toList();
    }

    /**
     * The device's own word: of those who were there it is this one. If others are known to have edited too, they stay,
     * since the device tells the last only.
     */
    private List<Actor> withTold(List<Actor> actors, boolean areEditors) {
        List<Actor> all = new ArrayList<>();
        boolean isAmongThem = false;
        for (Actor actor : actors) {
            boolean isTold = told.hasAccount() && isTold(actor);
            if (isTold || areEditors) all.add(isTold ? believed(actor) : actor);
            isAmongThem |= isTold;
        }
        if (!isAmongThem) all.add(actor(told, Proof.TOLD, interval.sameUntil(), interval.seenAt()));
        return all;
    }

    private boolean isTold(Actor actor) {
        return isSame(actor.visitor(), told);
    }

    private Actor believed(Actor actor) {
        Visitor visitor = actor.visitor();
        Visitor whole = new Visitor(
                visitor.account(),
                visitor.from().isEmpty() ? told.from() : visitor.from(),
                visitor.way().isEmpty() ? told.way() : visitor.way());
        Proof proof = actor.proof() == Proof.CONSOLE ? Proof.CONSOLE : Proof.TOLD;
        return new Actor(whole, actor.person(), proof, actor.first(), actor.last());
    }

    private static Instant earlier(Instant one, Instant other) {
        return one.isBefore(other) ? one : other;
    }

    /** One for each visitor, with the best that speaks for it. */
    private static List<Actor> merged(List<Actor> actors) {
        Map<List<Object>, Actor> byVisitor = new LinkedHashMap<>();
        for (Actor actor : actors)
            byVisitor.merge(List.of(actor.visitor(), actor.person()), actor, OriginFinder::together);
        return List.copyOf(byVisitor.values());
    }

    private static Actor together(Actor one, Actor other) {
        Proof proof = one.proof().compareTo(other.proof()) <= 0 ? one.proof() : other.proof();
        Instant last = one.last().isAfter(other.last()) ? one.last() : other.last();
        return new Actor(one.visitor(), one.person(), proof, earlier(one.first(), other.first()), last);
    }
}
