package chaperone.connect;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import chaperone.connect.Connector.Met;
import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.ConversationListener;
import chaperone.connect.conversation.Endpoint;
import chaperone.connect.conversation.FailureKind;
import chaperone.connect.conversation.Login;
import chaperone.connect.conversation.Patience;
import chaperone.connect.conversation.Target;
import chaperone.core.config.ConfigBytes;
import chaperone.core.platform.Platform;
import chaperone.core.platform.Platforms;
import chaperone.standins.StandIn;
import chaperone.standins.StandIns;
import chaperone.standins.demo.DemoFleet;
import chaperone.standins.demo.DemoStart;
import chaperone.standins.device.Fault;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Real conversations over SSH with the stand-ins, well and with each of their faults. */
@Timeout(60)
class ConversationTest {
    private static final int PORT = 2932;
    private static final Platforms PLATFORMS = Platforms.shipped();
    private static final Platform CORVANE = PLATFORMS.get("corvane");
    private static final Login LOGIN = new Login(DemoFleet.ACCOUNT, DemoFleet.PASSWORD, DemoFleet.ADMIN_PASSWORD);
    private static final Patience SHORT = new Patience(
            Duration.ofSeconds(3),
            Duration.ofSeconds(20),
            Duration.ofSeconds(3),
            Duration.ofSeconds(3),
            Duration.ofSeconds(50),
            4_000_000);

    private static StandIns standIns;
    private static Connector connector;
    private static StandIn device;

    @BeforeAll
    static void start() {
        standIns = new StandIns(new InetSocketAddress("127.0.0.1", 9), Clock.systemUTC(), Duration.ZERO);
        DemoStart.start(standIns, PORT, Optional.empty(), Instant.parse("2026-11-23T07:58:00Z"));
        connector = new Connector(SHORT);
        device = standIns.get("brkw-acc-2");
    }

    @AfterAll
    static void stop() {
        connector.close();
        standIns.close();
    }

    @AfterEach
    void noSessionIsLeft() throws InterruptedException {
        for (Fault fault : Fault.values()) device.clear(fault);
        for (int i = 0; i < 200 && device.sessions() > 0; i++) Thread.onSpinWait();
        long end = System.nanoTime() + Duration.ofSeconds(30).toNanos();
        while (device.sessions() > 0 && System.nanoTime() < end) Thread.yield();
        assertThat(device.sessions()).isZero();
    }

    @Test
    void meetsADeviceAndLearnsItsFacts() {
        Met met = connector.meet(target(LOGIN, Optional.empty()), PLATFORMS.all(), ConversationListener.NONE);
        assertThat(met.platform().name()).isEqualTo("corvane");
        assertThat(met.facts().name()).contains("brkw-acc-2");
        assertThat(met.facts().model()).contains("C2048");
        assertThat(met.facts().release()).contains("7.4.2");
        assertThat(met.identity()).startsWith("SHA256:");
    }

    @Test
    void copiesBothConfigurationsToTheByte() {
        RetrievedCopy copy = copy(Optional.empty());
        assertThat(copy.running()).isEqualTo(device.device().runningText());
        assertThat(copy.saved()).contains(device.device().savedText());
    }

    @Test
    void takesTheKeyThatItPinned() {
        String pinned = connector
                .meet(target(LOGIN, Optional.empty()), PLATFORMS.all(), ConversationListener.NONE)
                .identity();
        assertThat(copy(Optional.of(pinned)).running()).isNotEmpty();
    }

    @Test
    void bytesThatAreNotUtf8ComeThrough() {
        device.set(Fault.NOT_UTF8, 0);
        byte[] shown = device.device().runningText().getBytes(StandardCharsets.ISO_8859_1);
        assertThat(ConfigBytes.encode(copy(Optional.empty()).running()))
                .isEqualTo(shown)
                .contains((byte) 0xE4, (byte) 0xFF);
    }

    @Test
    void fiftyThousandLinesComeThrough() {
        device.set(Fault.HUGE, 0);
        assertThat(copy(Optional.empty()).running().lines()).hasSize(50_000);
    }

    @Test
    void aSlowDeviceGetsItsTime() {
        device.set(Fault.SLOW, 2);
        assertThat(copy(Optional.empty()).running()).isEqualTo(device.device().runningText());
    }

    @Test
    void readsOnThroughPagesWhereTheyCannotBeSwitchedOff() {
        try (Conversation session =
                connector.open(target(LOGIN, Optional.empty()), CORVANE, ConversationListener.NONE)) {
            session.ask("page on");
            assertThat(session.ask("show config running"))
                    .isEqualTo(device.device().runningText());
        }
    }

    @ParameterizedTest
    @CsvSource({
        "NO_ANSWER,          0, NO_ANSWER,            NO_ANSWER",
        "PORT_CLOSED,        0, PORT_CLOSED,          PORT_CLOSED",
        "WRONG_CREDENTIALS,  0, LOGIN_REFUSED,        LOGIN_REFUSED",
        "PRIVILEGE_REFUSED,  0, PRIVILEGE_REFUSED,    PRIVILEGE_REFUSED",
        "UNEXPECTED_PROMPT,  0, NOT_A_KNOWN_PLATFORM, UNEXPECTED_PROMPT",
        "DROPS_AFTER,        0, DROPPED,              DROPPED",
        "DROPS_AFTER,        3, ,                     DROPPED",
        "REFUSES,            3, PRIVILEGE_REFUSED,    COMMAND_REFUSED",
        "REFUSES,            7, ,                     COMMAND_REFUSED",
        "HANGS,              0, ,                     FELL_SILENT",
        "LOSES_A_LINE,       0, ,                     INCOMPLETE",
    })
    void eachFaultHasItsOwnOutcome(Fault fault, int number, FailureKind whenMet, FailureKind whenCopied) {
        device.set(fault, number);
        assertThat(failureOf(() -> copy(Optional.empty()))).isEqualTo(whenCopied);
        if (whenMet == null) return;
        assertThat(failureOf(() ->
                        connector.meet(target(LOGIN, Optional.empty()), PLATFORMS.all(), ConversationListener.NONE)))
                .isEqualTo(whenMet);
    }

    @Test
    void aChangedHostKeyStopsBeforeThePasswordIsSent() {
        String other = "SHA256:AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA";
        ConversationException failure =
                catchThrowableOfType(ConversationException.class, () -> copy(Optional.of(other)));
        assertThat(failure.kind()).isEqualTo(FailureKind.HOST_KEY_CHANGED);
        assertThat(failure.seen()).contains(other).contains("shown was SHA256:");
        assertThat(failure).hasMessageNotContaining(DemoFleet.PASSWORD);
    }

    /** The library refuses the key in a thread of its own: whether before or after it is asked for the session. */
    @Test
    void aChangedHostKeyIsToldAsSuchWheneverItIsSeen() {
        String other = "SHA256:AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA";
        Set<FailureKind> kinds = IntStream.range(0, 200)
                .parallel()
                .mapToObj(i -> failureOf(() -> copy(Optional.of(other))))
                .collect(Collectors.toSet());
        assertThat(kinds).containsExactly(FailureKind.HOST_KEY_CHANGED);
    }

    @Test
    void aNameThatNobodyKnowsIsNoAnswer() {
        Target nowhere = new Target(new Endpoint("no-such-switch.invalid", 22), LOGIN, Optional.empty());
        assertThat(failureOf(() -> connector.meet(nowhere, PLATFORMS.all(), ConversationListener.NONE)))
                .isEqualTo(FailureKind.NO_ANSWER);
    }

    @Test
    void anAnswerLongerThanTheBoundIsCutOff() {
        device.set(Fault.HUGE, 0);
        Patience narrow =
                new Patience(SHORT.connect(), SHORT.logIn(), SHORT.prompt(), SHORT.silence(), SHORT.whole(), 100_000);
        try (Connector bounded = new Connector(narrow);
                Conversation session =
                        bounded.open(target(LOGIN, Optional.empty()), CORVANE, ConversationListener.NONE)) {
            assertThat(failureOf(() -> session.ask("show config running"))).isEqualTo(FailureKind.TOO_LONG);
        }
    }

    @Test
    void theWholeConversationHasAnEndToo() {
        device.set(Fault.SLOW, 200);
        Patience narrow = new Patience(
                SHORT.connect(), SHORT.logIn(), SHORT.prompt(), SHORT.silence(), Duration.ofSeconds(4), 100_000);
        try (Connector bounded = new Connector(narrow)) {
            assertThat(failureOf(() -> bounded.open(target(LOGIN, Optional.empty()), CORVANE, ConversationListener.NONE)
                            .ask("show config running")))
                    .isEqualTo(FailureKind.FELL_SILENT);
        }
    }

    @Test
    void canBeStoppedFromAnotherThread() {
        device.set(Fault.HANGS, 0);
        Patience long_ = new Patience(
                SHORT.connect(),
                SHORT.logIn(),
                SHORT.prompt(),
                Duration.ofSeconds(50),
                Duration.ofSeconds(50),
                100_000);
        try (Connector patient = new Connector(long_);
                Conversation session =
                        patient.open(target(LOGIN, Optional.empty()), CORVANE, ConversationListener.NONE)) {
            CompletableFuture<FailureKind> outcome =
                    CompletableFuture.supplyAsync(() -> failureOf(() -> session.ask("show config running")));
            session.stop();
            assertThat(outcome.join()).isEqualTo(FailureKind.STOPPED);
        }
    }

    private static RetrievedCopy copy(Optional<String> pinned) {
        try (Conversation session = connector.open(target(LOGIN, pinned), CORVANE, ConversationListener.NONE)) {
            return RetrievedCopy.from(session, CORVANE);
        }
    }

    private static Target target(Login login, Optional<String> pinned) {
        return new Target(new Endpoint(device.address().getHostString(), PORT), login, pinned);
    }

    private static FailureKind failureOf(org.assertj.core.api.ThrowableAssert.ThrowingCallable call) {
        ConversationException failure = catchThrowableOfType(ConversationException.class, call);
        assertThat(failure).as("it should have failed").isNotNull();
        return failure.kind();
    }
}
