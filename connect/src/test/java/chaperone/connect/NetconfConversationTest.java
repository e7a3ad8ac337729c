package chaperone.connect;

import static chaperone.connect.netconf.NetconfOperations.Datastore.CANDIDATE;
import static chaperone.connect.netconf.NetconfOperations.Datastore.RUNNING;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.ConversationListener;
import chaperone.connect.conversation.Endpoint;
import chaperone.connect.conversation.FailureKind;
import chaperone.connect.conversation.Login;
import chaperone.connect.conversation.Patience;
import chaperone.connect.conversation.Target;
import chaperone.connect.conversation.Written;
import chaperone.connect.netconf.NetconfConversation;
import chaperone.connect.netconf.NetconfOperations;
import chaperone.core.platform.Platform;
import chaperone.core.platform.Platforms;
import chaperone.standins.StandIn;
import chaperone.standins.StandIns;
import chaperone.standins.demo.DemoFleet;
import chaperone.standins.demo.DemoStart;
import java.net.InetSocketAddress;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.assertj.core.api.ThrowableAssert.ThrowingCallable;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Our client against the stand-in's server, and against servers that say what the test tells them to. */
@Timeout(60)
class NetconfConversationTest {
    private static final int PORT = 2935;
    private static final String PORTS =
            "<ports xmlns=\"urn:example:altamont\"><port><name>lan-2</name>%s</port></ports>";
    private static final Patience SHORT = new Patience(
            Duration.ofSeconds(1),
            Duration.ofSeconds(3),
            Duration.ofSeconds(1),
            Duration.ofSeconds(1),
            Duration.ofSeconds(30),
            4_000_000);
    private static final Platform PLATFORM = Platforms.shipped().get("plain-netconf");
    private static StandIns standIns;
    private static StandIn router;
    private static Connector connector;

    @BeforeAll
    static void start() {
        standIns = new StandIns(new InetSocketAddress("127.0.0.1", 9), Clock.systemUTC(), Duration.ZERO);
        DemoStart.start(standIns, PORT, Optional.empty(), Instant.parse("2026-11-23T07:58:00Z"));
        router = standIns.get("brkw-rtr-1");
        connector = new Connector(SHORT);
    }

    @AfterAll
    static void stop() {
        connector.close();
        standIns.close();
    }

    @AfterEach
    void noSessionIsLeft() {
        long end = System.nanoTime() + Duration.ofSeconds(30).toNanos();
        while (router.sessions() > 0 && System.nanoTime() < end) Thread.yield();
        assertThat(router.sessions()).isZero();
    }

    @Test
    void learnsWhatTheServerCan() {
        try (NetconfConversation session = open(router.address())) {
            assertThat(session.can("candidate:1.0")).isTrue();
            assertThat(session.can("confirmed-commit:1.1")).isTrue();
            assertThat(session.can("startup:1.0")).isFalse();
            assertThat(session.capabilities()).anyMatch(uri -> uri.contains("yang-library:1.1"));
            assertThat(session.ask("<get><filter type=\"subtree\"><yang-library"
                            + " xmlns=\"urn:ietf:params:xml:ns:yang:ietf-yang-library\"/></filter></get>"))
                    .contains("<name>altamont</name>", "<revision>2026-03-01</revision>");
        }
    }

    @Test
    void aFilterSelectsASubtree() {
        try (NetconfConversation session = open(router.address())) {
            String one = session.ask(NetconfOperations.getConfig(
                    RUNNING,
                    Optional.of("<ports xmlns=\"urn:example:altamont\"><port><name>wan-0</name></port></ports>")));
            assertThat(one).contains("<name>wan-0</name>").doesNotContain("wan-1", "<system");
        }
    }

    @Test
    void editsValidatesAndCommits() {
        try (NetconfConversation session = open(router.address())) {
            session.alter(NetconfOperations.lock(CANDIDATE));
            session.alter(NetconfOperations.editConfig(CANDIDATE, PORTS.formatted("<text>net loft</text>")));
            assertThat(router.device().runningText()).doesNotContain("net loft");
            session.alter(NetconfOperations.validate(CANDIDATE));
            session.alter(NetconfOperations.commit());
            assertThat(router.device().savedText()).contains("net loft");
            session.alter(NetconfOperations.editConfig(CANDIDATE, PORTS.formatted("<closed/>")));
            session.alter(NetconfOperations.discardChanges());
            assertThat(session.ask(NetconfOperations.getConfig(CANDIDATE, Optional.empty())))
                    .isEqualTo(session.ask(NetconfOperations.getConfig(RUNNING, Optional.empty())));
            session.alter(NetconfOperations.unlock(CANDIDATE));
        }
    }

    @Test
    void aLockKeepsOthersOut() {
        try (NetconfConversation one = open(router.address());
                NetconfConversation other = open(router.address())) {
            one.alter(NetconfOperations.lock(CANDIDATE));
            ConversationException refused = failure(() -> other.alter(NetconfOperations.lock(CANDIDATE)));
            assertThat(refused.kind()).isEqualTo(FailureKind.COMMAND_REFUSED);
            assertThat(refused.seen()).contains("lock-denied");
            one.alter(NetconfOperations.unlock(CANDIDATE));
            other.alter(NetconfOperations.lock(CANDIDATE));
        }
    }

    @Test
    void aConfirmedCommitThatNobodyConfirmsIsUndone() {
        String before = router.device().keptRunning();
        try (NetconfConversation session = open(router.address())) {
            session.alter(NetconfOperations.editConfig(CANDIDATE, PORTS.formatted("<text>for a while</text>")));
            session.alter(NetconfOperations.confirmedCommit(Duration.ofSeconds(1)));
            assertThat(router.device().keptRunning()).contains("for a while");
            awaitRunning(before);
        }
    }

    @Test
    void itIsUndoneWhenItsSessionEndsAndWhenItIsCancelled() {
        String before = router.device().keptRunning();
        try (NetconfConversation session = open(router.address())) {
            session.alter(NetconfOperations.editConfig(CANDIDATE, PORTS.formatted("<text>one</text>")));
            session.alter(NetconfOperations.confirmedCommit(Duration.ofSeconds(600)));
        }
        awaitRunning(before);
        try (NetconfConversation session = open(router.address())) {
            session.alter(NetconfOperations.editConfig(CANDIDATE, PORTS.formatted("<text>two</text>")));
            session.alter(NetconfOperations.confirmedCommit(Duration.ofSeconds(600)));
            session.alter(NetconfOperations.cancelCommit());
            assertThat(router.device().keptRunning()).isEqualTo(before);
        }
    }

    @Test
    void errorsOfTheServerSayWhatAndWhere() {
        try (NetconfConversation session = open(router.address())) {
            ConversationException unknown = failure(() ->
                    session.alter(NetconfOperations.editConfig(CANDIDATE, PORTS.formatted("<colour>red</colour>"))));
            assertThat(unknown.seen()).contains("unknown-element", "colour is not known here");
            ConversationException missing = failure(() -> session.alter(NetconfOperations.editConfig(
                    CANDIDATE,
                    "<ports xmlns=\"urn:example:altamont\"><port"
                            + " xmlns:nc=\"urn:ietf:params:xml:ns:netconf:base:1.0\" nc:operation=\"delete\">"
                            + "<name>bundle-9</name></port></ports>")));
            assertThat(missing.seen()).contains("data-missing");
            session.alter(NetconfOperations.discardChanges());
        }
    }

    /** RFC 6241's own examples of replies, from servers that speak 1.0 and 1.1. */
    @ParameterizedTest
    @ValueSource(booleans = {false, true})
    void readsTheRepliesOfTheRfc(boolean newer) throws Exception {
        String error = "<rpc-reply message-id=\"1\" xmlns=\"urn:ietf:params:xml:ns:netconf:base:1.0\""
                + " xmlns:xc=\"http://example.com/schema/1.2/config\">\n  <rpc-error>\n"
                + "    <error-type>application</error-type>\n    <error-tag>invalid-value</error-tag>\n"
                + "    <error-severity>error</error-severity>\n"
                + "    <error-path xmlns:t=\"http://example.com/schema/1.2/config\">\n"
                + "      /t:top/t:interface[t:name=\"Ethernet0/0\"]/t:mtu\n    </error-path>\n"
                + "    <error-message xml:lang=\"en\">\n      MTU value 25000 is not within range 256..9192\n"
                + "    </error-message>\n  </rpc-error>\n</rpc-reply>";
        String data = "<rpc-reply message-id=\"2\"\n     xmlns=\"urn:ietf:params:xml:ns:netconf:base:1.0\">\n  <data>\n"
                + "    <top xmlns=\"http://example.com/schema/1.2/config\">\n      <users>\n        <user>\n"
                + "          <name>root</name>\n          <type>superuser</type>\n        </user>\n      </users>\n"
                + "    </top>\n  </data>\n</rpc-reply>";
        String ok = "<nc:rpc-reply message-id=\"3\" xmlns:nc=\"urn:ietf:params:xml:ns:netconf:base:1.0\">\n  <nc:ok/>\n"
                + "</nc:rpc-reply>";
        try (ScriptedNetconf server = ScriptedNetconf.start(newer, List.of("candidate:1.0"), List.of(error, data, ok));
                NetconfConversation session = open(server.address())) {
            assertThat(failure(() -> session.alter("<edit-config/>")).seen())
                    .isEqualTo("invalid-value, /t:top/t:interface[t:name=\"Ethernet0/0\"]/t:mtu,"
                            + " MTU value 25000 is not within range 256..9192");
            assertThat(session.ask("<get/>"))
                    .startsWith("<top xmlns=\"http://example.com/schema/1.2/config\">\n  <users>\n    <user>\n"
                            + "      <name>root</name>\n");
            assertThat(session.alter("<commit/>")).isEmpty();
            assertThat(server.heard().get(1)).contains("<rpc message-id=\"1\"", "<edit-config/>");
        }
    }

    /** In 1.0 the end of a message stands in its bytes: what somebody hides behind it would be a request of its own. */
    @Test
    void nothingHidesBehindTheEndOfAMessage() throws Exception {
        try (ScriptedNetconf server = ScriptedNetconf.start(false, List.of("candidate:1.0"), List.of(NO_DATA));
                NetconfConversation session = open(server.address())) {
            ConversationException failure = failure(
                    () -> session.alter("<edit-config><config>]]>]]><rpc><commit/></rpc></config></edit-config>"));
            assertThat(failure.kind()).isEqualTo(FailureKind.COMMAND_REFUSED);
            assertThat(failure.written()).isEqualTo(Written.NOTHING);
            assertHeardNothingYet(server, session);
        }
    }

    @Test
    void aServerThatLacksACapabilityIsNotAskedForIt() throws Exception {
        try (ScriptedNetconf server = ScriptedNetconf.start(true, List.of(), List.of(NO_DATA));
                NetconfConversation session = open(server.address())) {
            for (String operation : List.of(
                    NetconfOperations.commit(),
                    NetconfOperations.lock(CANDIDATE),
                    NetconfOperations.validate(RUNNING),
                    NetconfOperations.confirmedCommit(Duration.ofSeconds(5)))) {
                ConversationException failure = failure(() -> session.alter(operation));
                assertThat(failure.kind()).isEqualTo(FailureKind.CAPABILITY_MISSING);
                assertThat(failure.written()).isEqualTo(Written.NOTHING);
            }
            assertHeardNothingYet(server, session);
        }
    }

    private static final String NO_DATA =
            "<rpc-reply message-id=\"1\" xmlns=\"urn:ietf:params:xml:ns:netconf:base:1.0\">" + "<data/></rpc-reply>";

    /** The first that a server hears after the greeting is what is asked now. */
    private static void assertHeardNothingYet(ScriptedNetconf server, NetconfConversation session) throws Exception {
        session.ask("<get/>");
        assertThat(server.heard()).hasSize(2);
        assertThat(server.heard().get(1)).contains("<get/>");
    }

    @Test
    void aServerOfAnotherKindIsNotTakenForOne() throws Exception {
        try (ScriptedNetconf server = ScriptedNetconf.saying("<goodbye/>")) {
            assertThat(failure(() -> open(server.address())).kind()).isEqualTo(FailureKind.UNEXPECTED_PROMPT);
        }
        try (ScriptedNetconf server =
                        ScriptedNetconf.start(true, List.of(), List.of("<rpc-reply message-id=\"1\"><a>"));
                NetconfConversation session = open(server.address())) {
            assertThat(failure(() -> session.ask("<get/>")).kind()).isEqualTo(FailureKind.INCOMPLETE);
        }
    }

    private static void awaitRunning(String text) {
        long end = System.nanoTime() + Duration.ofSeconds(30).toNanos();
        while (!router.device().keptRunning().equals(text) && System.nanoTime() < end) Thread.yield();
        assertThat(router.device().keptRunning()).isEqualTo(text);
    }

    private static NetconfConversation open(InetSocketAddress address) {
        Login login = new Login(DemoFleet.ACCOUNT, DemoFleet.PASSWORD, "");
        Endpoint endpoint = new Endpoint(address.getHostString(), address.getPort());
        Target target = new Target(endpoint, login, Optional.empty());
        return (NetconfConversation) connector.open(target, PLATFORM, ConversationListener.NONE);
    }

    private static ConversationException failure(ThrowingCallable call) {
        ConversationException failure = catchThrowableOfType(ConversationException.class, call);
        assertThat(failure).as("it should have failed").isNotNull();
        return failure;
    }
}
