package chaperone.connect;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationListener;
import chaperone.connect.conversation.Endpoint;
import chaperone.connect.conversation.FailureKind;
import chaperone.connect.conversation.Target;
import chaperone.connect.conversation.Written;
import chaperone.core.patch.EditGuard;
import chaperone.core.patch.EditRequests;
import chaperone.standins.device.Fault;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.parallel.ResourceLock;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.EnumSource.Mode;
import org.junit.jupiter.params.provider.ValueSource;

/** Giving lines to a device of every family: what it takes, what it refuses, and what its guard undoes. */
@Timeout(120)
@ResourceLock(Family.STAND_INS)
class DeviceEditTest {
    private static final EditGuard.Terms TERMS = new EditGuard.Terms(Duration.ofMinutes(2), "harbour test");

    private static Connector connector;

    @BeforeAll
    static void start() {
        Family.start();
        connector = Family.connector();
    }

    @AfterAll
    static void stop() {
        Family.stop();
    }

    @AfterEach
    void noFaultIsLeft() {
        for (Family family : Family.values()) {
            for (Fault fault : Fault.values()) family.standIn().clear(fault);
        }
    }

    private static EditRequests edit(Family family) {
        return family.platform().edit().orElseThrow();
    }

    private static String bad(Family family) {
        return family.platform.equals("pellon")
                ? "{\"nonsense\": 1}"
                : family.line.replaceAll("vlan |ports|object", "nonsense ");
    }

    private static String running(Family family) {
        return family.standIn().device().runningText();
    }

    /** Without what moves by itself. */
    private static String kept(Family family) {
        return family.standIn().device().keptRunning();
    }

    @ParameterizedTest
    @EnumSource
    void altersALineAndUndoesIt(Family family) {
        String before = kept(family);
        for (String line : List.of(family.line, family.undo)) {
            try (Conversation conversation = family.open()) {
                assertThat(DeviceEdit.apply(conversation, edit(family), List.of(line)))
                        .isEqualTo(new EditResult.Applied());
                DeviceEdit.save(conversation, edit(family));
            }
            if (!line.equals(family.line)) continue;
            assertThat(running(family)).contains(family.trace);
            assertThat(family.standIn().device().savedText()).contains(family.trace);
        }
        assertThat(kept(family)).isEqualTo(before);
    }

    @ParameterizedTest
    @EnumSource
    void aRefusedLineIsNamedAndLeavesNothingOpen(Family family) {
        String before = kept(family);
        try (Conversation conversation = family.open()) {
            EditResult result = DeviceEdit.apply(conversation, edit(family), List.of(bad(family)));
            assertThat(result).isInstanceOfSatisfying(EditResult.Refused.class, refused -> {
                assertThat(refused.line()).isZero();
                assertThat(refused.words()).containsIgnoringCase("nonsense");
            });
            assertThat(conversation.ask(family.platform().facts().request())).contains(family.device);
        }
        assertThat(kept(family)).isEqualTo(before);
    }

    /** Somebody has to read the device to know: the line went out, and nothing was heard of it. */
    @ParameterizedTest
    @EnumSource
    void aBrokenConversationLeavesItUnknownWhatArrived(Family family) {
        try (Conversation conversation = family.open()) {
            conversation.ask(family.platform().facts().request());
            family.standIn().set(Fault.DROPS_AFTER, 0);
            EditResult result = DeviceEdit.apply(conversation, edit(family), List.of(family.line));
            assertThat(result).isInstanceOfSatisfying(EditResult.Unknown.class, unknown -> {
                assertThat(unknown.cause().written()).isEqualTo(Written.UNKNOWN);
                assertThat(unknown.cause().kind()).isEqualTo(FailureKind.DROPPED);
            });
        }
    }

    /** A request over HTTPS connects by itself, so it may fail before a byte of it is sent. */
    @Test
    void aRequestThatNeverWentOutIsKnownAsSuch() {
        Family family = Family.PELLON;
        Target other = family.target(Optional.of("SHA256:" + "A".repeat(43)));
        Target closed = new Target(new Endpoint("127.20.0.99", Family.PORT), Family.LOGIN, Optional.empty());
        for (Target target : List.of(other, closed)) {
            try (Conversation conversation = connector.open(target, family.platform(), ConversationListener.NONE)) {
                assertThat(DeviceEdit.apply(conversation, edit(family), List.of(family.line)))
                        .isInstanceOfSatisfying(
                                EditResult.NotSent.class,
                                result -> assertThat(result.cause().kind())
                                        .isIn(FailureKind.CERTIFICATE_CHANGED, FailureKind.PORT_CLOSED));
            }
        }
    }

    @ParameterizedTest
    @EnumSource
    void whatIsNotAllowedAnyMoreIsNotSent(Family family) {
        AtomicInteger asked = new AtomicInteger();
        String before = kept(family);
        try (Conversation conversation = family.open()) {
            assertThatThrownBy(() -> DeviceEdit.guarded(
                            conversation, edit(family), List.of(family.line), terms(Duration.ofMinutes(2)), () -> {
                                asked.incrementAndGet();
                                throw new IllegalStateException("the lease is gone");
                            }))
                    .hasMessage("the lease is gone");
        }
        assertThat(asked).hasValue(1);
        assertThat(kept(family)).isEqualTo(before);
    }

    @ParameterizedTest
    @EnumSource(mode = Mode.EXCLUDE, names = "PELLON")
    void whatIsKeptInTimeStays(Family family) {
        String before = kept(family);
        try (Conversation conversation = family.open()) {
            assertThat(give(family, conversation, family.line, Duration.ofMinutes(2)))
                    .isEqualTo(new EditResult.Applied());
        }
        assertThat(family.standIn().device().savedText()).doesNotContain(family.trace);
        try (Conversation conversation = family.open()) {
            assertThat(DeviceEdit.keep(conversation, edit(family), TERMS)).isTrue();
            DeviceEdit.save(conversation, edit(family));
        }
        assertThat(family.standIn().device().savedText()).contains(family.trace);
        try (Conversation conversation = family.open()) {
            give(family, conversation, family.undo, Duration.ofMinutes(2));
            DeviceEdit.keep(conversation, edit(family), TERMS);
            DeviceEdit.save(conversation, edit(family));
        }
        assertThat(kept(family)).isEqualTo(before);
    }

    /** The only family whose guard counts in seconds: the others do the same after a minute, which the engines' tests see. */
    @Test
    void whatIsNotKeptInTimeIsUndoneByTheDevice() {
        Family family = Family.BRISLING;
        String before = kept(family);
        try (Conversation conversation = family.open()) {
            give(family, conversation, family.line, Duration.ofSeconds(1));
        }
        long end = System.nanoTime() + Duration.ofSeconds(20).toNanos();
        while (running(family).contains(family.trace) && System.nanoTime() < end) Thread.onSpinWait();
        assertThat(kept(family)).isEqualTo(before);
        try (Conversation conversation = family.open()) {
            assertThat(DeviceEdit.keep(conversation, edit(family), TERMS)).isFalse();
        }
    }

    /** What others have put in the candidate, under a lock or without one, is neither committed nor discarded. */
    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void whatSomebodyElseIsWritingIsLeftAlone(boolean isLocked) {
        Family family = Family.ALTAMONT_BY_NETCONF;
        String before = kept(family);
        String other = family.line.replace("lan-2", "bundle-7").replace("ice house", "net loft");
        try (Conversation theirs = family.open()) {
            if (isLocked) theirs.alter("<lock><target><candidate/></target></lock>");
            theirs.alter(edit(family).requestFor(other));
            try (Conversation conversation = family.open()) {
                assertThat(give(family, conversation, family.line, Duration.ofMinutes(2)))
                        .isInstanceOfSatisfying(
                                EditResult.Refused.class,
                                refused -> assertThat(refused.words()).contains("lock-denied"));
            }
            assertThat(kept(family)).isEqualTo(before);
            theirs.alter("<commit/>");
            assertThat(running(family)).contains("net loft").doesNotContain("ice house");
            theirs.alter(edit(family).requestFor(family.undo.replace("lan-2", "bundle-7")));
            theirs.alter("<commit/>");
        }
        assertThat(kept(family)).isEqualTo(before);
    }

    /** RFC 6241, section 8.4: whoever knows the token, in a session of its own. */
    @Test
    void whatIsNotKeptYetIsGivenBackAtOnce() {
        Family family = Family.ALTAMONT_BY_NETCONF;
        String before = kept(family);
        try (Conversation conversation = family.open()) {
            give(family, conversation, family.line, Duration.ofMinutes(2));
        }
        assertThat(running(family)).contains(family.trace);
        EditGuard.Terms others = new EditGuard.Terms(Duration.ofMinutes(2), "somebody else");
        try (Conversation conversation = family.open()) {
            assertThat(DeviceEdit.giveBack(conversation, edit(family), others)).isFalse();
            assertThat(DeviceEdit.keep(conversation, edit(family), others)).isFalse();
            assertThat(running(family)).contains(family.trace);
            assertThat(DeviceEdit.giveBack(conversation, edit(family), TERMS)).isTrue();
            assertThat(kept(family)).isEqualTo(before);
            assertThat(DeviceEdit.giveBack(conversation, edit(family), TERMS)).isFalse();
        }
    }

    /** RFC 9110, section 13.1.1: what was altered since it was read is not altered again. */
    @Test
    void aDocumentThatHasMovedSinceItWasReadIsNotAltered() {
        Family family = Family.PELLON;
        String before = kept(family);
        try (Conversation conversation = family.open()) {
            conversation.ask(family.platform().copy().running());
            family.standIn().device().type("deckhand", List.of("{\"welcome\": \"bait shop\"}"));
            assertThat(give(family, conversation, family.line, Duration.ofMinutes(2)))
                    .isInstanceOfSatisfying(
                            EditResult.Refused.class,
                            refused -> assertThat(refused.words()).contains("412"));
            conversation.ask(family.platform().copy().running());
            assertThat(give(family, conversation, family.undo, Duration.ofMinutes(2)))
                    .isEqualTo(new EditResult.Applied());
        }
        assertThat(kept(family)).isEqualTo(before);
    }

    private static EditGuard.Terms terms(Duration time) {
        return new EditGuard.Terms(time, TERMS.token());
    }

    private static EditResult give(Family family, Conversation conversation, String line, Duration guard) {
        return DeviceEdit.guarded(conversation, edit(family), List.of(line), terms(guard), () -> {});
    }
}
