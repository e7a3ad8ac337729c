package chaperone.connect;

import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationListener;
import chaperone.connect.conversation.Endpoint;
import chaperone.connect.conversation.Login;
import chaperone.connect.conversation.Patience;
import chaperone.connect.conversation.Target;
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
import java.util.Optional;

/** A device of each family, the line that alters it, and the one that undoes that. */
enum Family {
    CORVANE("corvane", "brkw-acc-2", "vlan 377 \"ice house\"", "not vlan 377", "ice house"),
    CORVANE_BY_TELNET("corvane", "fenn-acc-3", "vlan 377 \"ice house\"", "not vlan 377", "ice house"),
    ALTAMONT("altamont", "cairn-rtr-1", "put ports lan-2 text \"ice house\"", "cut ports lan-2", "ice house"),
    ALTAMONT_BY_NETCONF(
            "plain-netconf",
            "duns-rtr-1",
            "<ports xmlns=\"urn:example:altamont\"><port><name>lan-2</name><text>ice house</text></port></ports>",
            "<ports xmlns=\"urn:example:altamont\"><port xmlns:nc=\"urn:ietf:params:xml:ns:netconf:base:1.0\""
                    + " nc:operation=\"delete\"><name>lan-2</name></port></ports>",
            "ice house"),
    BRISLING("brisling", "ald-wall-1", "object ice-house host 192.0.2.77", "erase object ice-house", "ice-house"),
    PELLON("pellon", "mv-curlew-sw-1", "{\"welcome\": \"ice house\"}", "{\"welcome\": null}", "ice house");

    /** One set of stand-ins for all classes that talk to each family: who uses it has it alone. */
    static final String STAND_INS = "families";

    static final int PORT = 2934;
    static final Login LOGIN = new Login(DemoFleet.ACCOUNT, DemoFleet.PASSWORD, DemoFleet.ADMIN_PASSWORD);
    private static StandIns standIns;
    private static Connector connector;

    final String platform;
    final String device;
    final String line;
    final String undo;
    final String trace;

    Family(String platform, String device, String line, String undo, String trace) {
        this.platform = platform;
        this.device = device;
        this.line = line;
        this.undo = undo;
        this.trace = trace;
    }

    /** Long enough for a busy machine. */
    private static final Patience LONG = new Patience(
            Duration.ofSeconds(20),
            Duration.ofSeconds(20),
            Duration.ofSeconds(20),
            Duration.ofSeconds(20),
            Duration.ofSeconds(50),
            8_000_000);

    /** Starts the demo's devices for the class that is running, and the way to them. */
    static void start() {
        standIns = new StandIns(new InetSocketAddress("127.0.0.1", 9), Clock.systemUTC(), Duration.ofMillis(300));
        DemoStart.start(standIns, PORT, Optional.empty(), Instant.parse("2026-11-23T07:58:00Z"));
        connector = new Connector(LONG);
    }

    static void stop() {
        connector.close();
        standIns.close();
    }

    static Connector connector() {
        return connector;
    }

    Platform platform() {
        return Platforms.shipped().get(platform);
    }

    StandIn standIn() {
        return standIns.get(device);
    }

    Target target() {
        return target(Optional.empty());
    }

    Target target(Optional<String> pinned) {
        return new Target(
                new Endpoint(standIn().address().getHostString(), PORT), LOGIN, pinned, this == CORVANE_BY_TELNET);
    }

    Conversation open() {
        return open(connector);
    }

    Conversation open(Connector connector) {
        return connector.open(target(), platform(), ConversationListener.NONE);
    }
}
