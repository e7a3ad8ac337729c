package chaperone.core.origin;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.origin.Attribution.Actor;
import chaperone.core.origin.Attribution.Proof;
import chaperone.core.origin.Attribution.Sureness;
import chaperone.core.origin.OriginFinder.Interval;
import chaperone.core.origin.Trace.Kind;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class OriginFinderTest {
    private static final Instant DAY = Instant.parse("2026-11-29T00:00:00Z");
    private static final Interval NIGHT = new Interval(at(2, 0), at(3, 0));
    private static final Visitor ODUYA = new Visitor("m.oduya", "198.51.100.41", "ssh");
    private static final Visitor VENDOR = new Visitor("svc-vendor", "203.0.113.9", "https");
    private static final Visitor CABLE = new Visitor("", "", "cable");
    /** As which people are known to the device who come through Chaperone. */
    private static final Visitor OURS = new Visitor("chaperone", "", "console");

    private static final List<String> PEOPLE = List.of("m.oduya", "svc-vendor", "r.anand");
    private static final String FORGER = "mallory";

    @Test
    void theOneWhoLoggedInAndEdited() {
        Attribution found = find(logIn(ODUYA, 1, 50), edit(ODUYA, 2, 14));
        assertThat(found)
                .isEqualTo(new Attribution(
                        Sureness.SOLE, List.of(new Actor(ODUYA, "", Proof.EDIT, at(1, 50), at(2, 14)))));
    }

    @Test
    void twoWhoEdited() {
        Attribution found = find(logIn(ODUYA, 2, 1), edit(ODUYA, 2, 2), logIn(VENDOR, 2, 3), edit(VENDOR, 2, 4));
        assertThat(found.sureness()).isEqualTo(Sureness.SEVERAL);
        assertThat(found.actors()).extracting(Actor::visitor).containsExactly(ODUYA, VENDOR);
    }

    @Test
    void anEditWithoutALogInIsAClaimThatNamesNobody() {
        Attribution found = find(edit(ODUYA, 2, 14));
        assertThat(found.sureness()).isEqualTo(Sureness.NONE);
        assertThat(found.actors()).extracting(Actor::proof).containsExactly(Proof.CLAIM);
    }

    @Test
    void aLogInFromElsewhereDoesNotProveAnEdit() {
        Visitor elsewhere = new Visitor("m.oduya", "203.0.113.66", "ssh");
        assertThat(find(logIn(ODUYA, 1, 50), edit(elsewhere, 2, 14)).actors())
                .filteredOn(actor -> actor.visitor().equals(elsewhere))
                .extracting(Actor::proof)
                .containsExactly(Proof.CLAIM);
    }

    @Test
    void nobodyWasThere() {
        assertThat(find()).isEqualTo(Attribution.NOBODY);
        assertThat(find(logIn(ODUYA, 0, 30), edit(ODUYA, 1, 59), logIn(VENDOR, 3, 1)))
                .isEqualTo(Attribution.NOBODY);
    }

    @Test
    void onlyALogInIsKnown() {
        Attribution found = find(logIn(ODUYA, 1, 30));
        assertThat(found.sureness()).isEqualTo(Sureness.SOLE);
        assertThat(found.actors()).extracting(Actor::proof).containsExactly(Proof.LOG_IN);
    }

    @Test
    void theDevicesOwnWordDecidesBetweenLogIns() {
        Attribution found = find(new Visitor("m.oduya", "", ""), logIn(ODUYA, 2, 1), logIn(VENDOR, 2, 2));
        assertThat(found)
                .isEqualTo(
                        new Attribution(Sureness.SOLE, List.of(new Actor(ODUYA, "", Proof.TOLD, at(2, 1), at(2, 1)))));
    }

    /** The device tells the last one only. */
    @Test
    void theDevicesOwnWordDoesNotClearOthersWhoEdited() {
        Attribution found = find(
                new Visitor("m.oduya", "", ""),
                logIn(VENDOR, 2, 0),
                edit(VENDOR, 2, 1),
                logIn(ODUYA, 2, 2),
                edit(ODUYA, 2, 3));
        assertThat(found.sureness()).isEqualTo(Sureness.SEVERAL);
        assertThat(found.actors()).extracting(Actor::proof).containsExactly(Proof.TOLD, Proof.EDIT);
    }

    /** Nobody logs in at the cable. */
    @Test
    void theWayMayBeKnownWhereTheAccountIsNot() {
        Attribution found = find(CABLE, logIn(ODUYA, 1, 50));
        assertThat(found.sureness()).isEqualTo(Sureness.NONE);
        assertThat(found.actors()).containsExactly(new Actor(CABLE, "", Proof.TOLD, at(2, 0), at(3, 0)));
    }

    @Test
    void ourOwnConsoleIsBelieved() {
        Trace console = console("r.anand", at(2, 5), at(2, 50));
        assertThat(find(console).actors())
                .containsExactly(new Actor(OURS, "r.anand", Proof.CONSOLE, at(2, 5), at(2, 50)));
        Trace around = console("r.anand", at(1, 5), at(4, 0));
        assertThat(find(new Visitor("chaperone", "", ""), around, edit(OURS, 2, 10)))
                .isEqualTo(new Attribution(
                        Sureness.SOLE, List.of(new Actor(OURS, "r.anand", Proof.CONSOLE, at(1, 5), at(2, 10)))));
        assertThat(find(console("r.anand", at(1, 0), at(1, 59)))).isEqualTo(Attribution.NOBODY);
    }

    @Test
    void twoConsolesUnderOneAccount() {
        Attribution found = find(
                console("r.anand", at(2, 5), at(2, 50)), console("a.keel", at(2, 0), at(2, 40)), edit(OURS, 2, 10));
        assertThat(found.sureness()).isEqualTo(Sureness.SEVERAL);
        assertThat(found.actors()).extracting(Actor::called).containsExactly("a.keel", "r.anand");
    }

    @Test
    void whatADeviceSaysStaysOnOneLineAndShort() {
        assertThat(new Visitor("  a\nb\u202ec\u0000", "x".repeat(500), "").account())
                .isEqualTo("abc");
        assertThat(new Visitor("", "x".repeat(500), "").from()).hasSize(60);
    }

    /**
     * Logs of some days with people who log in and edit, of which some messages are lost, late, doubled, in another order,
     * and forged by one who never logged in. Held against what was received, by trying every message.
     */
    @Property
    void namesNobodyWithoutALogInInReach(@ForAll Random random) {
        List<Trace> received = received(random);
        Interval interval = interval(random);
        Attribution found = OriginFinder.find(interval, received, Visitor.UNKNOWN);
        Set<String> named = named(found);
        for (String account : named) {
            assertThat(received)
                    .filteredOn(trace -> trace.kind() == Kind.LOG_IN)
                    .filteredOn(trace -> trace.visitor().account().equals(account))
                    .anyMatch(trace ->
                            Duration.between(trace.from(), interval.seenAt().plus(OriginFinder.LATE))
                                                    .compareTo(Duration.ZERO)
                                            >= 0
                                    && Duration.between(trace.from(), interval.sameUntil())
                                                    .compareTo(OriginFinder.LONGEST_SESSION)
                                            <= 0);
        }
        assertThat(named).doesNotContain(FORGER);
        assertThat(found.sureness())
                .isEqualTo(named.isEmpty() ? Sureness.NONE : named.size() == 1 ? Sureness.SOLE : Sureness.SEVERAL);
    }

    @Property
    void orderAndRepetitionDoNotMatter(@ForAll Random random) {
        List<Trace> received = received(random);
        Interval interval = interval(random);
        List<Trace> again = new ArrayList<>(received);
        received.forEach(trace -> again.addAll(Collections.nCopies(random.nextInt(3), trace)));
        Collections.shuffle(again, random);
        Attribution found = OriginFinder.find(interval, received, Visitor.UNKNOWN);
        Attribution anew = OriginFinder.find(interval, again, Visitor.UNKNOWN);
        assertThat(anew.sureness()).isEqualTo(found.sureness());
        assertThat(anew.actors()).containsExactlyInAnyOrderElementsOf(found.actors());
    }

    /** Whoever edited is named if nothing of it was lost. */
    @Property
    void namesEveryEditorIfAllMessagesCame(@ForAll Random random) {
        List<Trace> sent = sent(random);
        Interval interval = interval(random);
        Set<String> editors = new TreeSet<>();
        sent.stream()
                .filter(trace -> trace.kind() == Kind.EDIT)
                .filter(trace -> trace.from().isAfter(interval.sameUntil())
                        && trace.from().isBefore(interval.seenAt().plus(OriginFinder.LATE)))
                .forEach(trace -> editors.add(trace.visitor().account()));
        Set<String> named = named(OriginFinder.find(interval, sent, Visitor.UNKNOWN));
        if (!editors.isEmpty()) assertThat(named).isEqualTo(editors);
    }

    private static Set<String> named(Attribution found) {
        Set<String> named = new TreeSet<>();
        found.actors().stream()
                .filter(actor -> actor.proof() != Proof.CLAIM)
                .forEach(actor -> named.add(actor.visitor().account()));
        return named;
    }

    private static List<Trace> sent(Random random) {
        List<Trace> sent = new ArrayList<>();
        for (int session = 0; session < random.nextInt(8); session++) {
            String account = PEOPLE.get(random.nextInt(PEOPLE.size()));
            Visitor visitor = new Visitor(account, "198.51.100." + random.nextInt(3), "ssh");
            Instant start = DAY.plusSeconds(random.nextInt(2 * 86_400));
            sent.add(Trace.message(Kind.LOG_IN, visitor, start));
            for (int edit = 0; edit < random.nextInt(3); edit++)
                sent.add(Trace.message(Kind.EDIT, visitor, start.plusSeconds(random.nextInt(11 * 3600))));
        }
        return sent;
    }

    private static List<Trace> received(Random random) {
        List<Trace> received = new ArrayList<>();
        for (Trace trace : sent(random)) {
            if (random.nextInt(4) == 0) continue;
            Instant late = trace.from().plusSeconds(random.nextInt(4) == 0 ? random.nextInt(600) : 0);
            received.add(Trace.message(trace.kind(), trace.visitor(), late));
        }
        for (int forged = 0; forged < random.nextInt(6); forged++) {
            Visitor visitor = new Visitor(FORGER, "198.51.100." + random.nextInt(3), "ssh");
            received.add(Trace.message(Kind.EDIT, visitor, DAY.plusSeconds(random.nextInt(2 * 86_400))));
        }
        Collections.shuffle(received, random);
        return received;
    }

    private static Interval interval(Random random) {
        Instant start = DAY.plusSeconds(random.nextInt(2 * 86_400));
        return new Interval(start, start.plusSeconds(1 + random.nextInt(12 * 3600)));
    }

    private static Attribution find(Trace... traces) {
        return find(Visitor.UNKNOWN, traces);
    }

    private static Attribution find(Visitor told, Trace... traces) {
        return OriginFinder.find(NIGHT, List.of(traces), told);
    }

    private static Trace console(String person, Instant from, Instant until) {
        return new Trace(Kind.CONSOLE, OURS, person, from, until);
    }

    private static Trace logIn(Visitor visitor, int hour, int minute) {
        return Trace.message(Kind.LOG_IN, visitor, at(hour, minute));
    }

    private static Trace edit(Visitor visitor, int hour, int minute) {
        return Trace.message(Kind.EDIT, visitor, at(hour, minute));
    }

    private static Instant at(int hour, int minute) {
        return DAY.plus(Duration.ofHours(hour)).plus(Duration.ofMinutes(minute));
    }
}
