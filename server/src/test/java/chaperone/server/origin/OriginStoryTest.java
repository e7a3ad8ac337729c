package chaperone.server.origin;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.connect.Connector;
import chaperone.connect.DeviceEdit;
import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationListener;
import chaperone.connect.conversation.Login;
import chaperone.connect.conversation.Target;
import chaperone.core.platform.Platform;
import chaperone.core.platform.Platforms;
import chaperone.server.account.Role;
import chaperone.server.fleet.Fleet;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import chaperone.server.syslog.TestSyslog;
import chaperone.standins.demo.DemoFleet;
import java.io.IOException;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** Who brought a revision, from what real devices tell over the network. */
@Timeout(120)
class OriginStoryTest {
    private static final int PORT = DevicePorts.next();
    private static final String SWITCH = "brkw-acc-1";
    private static final String ADDRESS = "127.20.1.21";

    private static TestServer server;
    private static Api engineer;
    private static TestSyslog log;

    @BeforeAll
    static void start() {
        server = TestServer.start(PORT);
        engineer = server.as(Role.ENGINEER);
        server.bringIn(engineer, "127.20.1.21\n127.20.1.2\n127.20.9.31\n127.20.21.11\n127.20.1.22\n");
        log = TestSyslog.start(server, PORT);
    }

    @AfterAll
    static void stop() {
        log.close();
        server.close();
    }

    /** One of each family, over its own protocol. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
        brkw-acc-1     | corvane  | vlan 377 "ice house"                 | vlan 377
        brkw-rtr-1     | altamont | put ports lan-2 text "ice house"     | ports
        ald-wall-1     | brisling | object ice-house host 192.0.2.77     | object ice-house
        mv-avocet-sw-1 | pellon   | {"welcome": "ice house"}             | welcome
        """)
    void namesWhoEditedAndWhat(String device, String platform, String line, String part) {
        engineer.copy(device);
        int known = revisions(device).size();
        editAsAPerson(device, Platforms.shipped().get(platform), line);
        TestServer.await(() -> revisions(device).size() == known + 1, device + " was copied by itself");
        JsonNode newest = newest(device);
        assertThat(newest.at("/who/sureness").asString()).isEqualTo("SOLE");
        assertThat(newest.at("/who/actors")).hasSize(1);
        JsonNode actor = newest.at("/who/actors/0");
        assertThat(actor.get("account").asString()).isEqualTo(DemoFleet.PERSON);
        assertThat(actor.get("from").asString()).startsWith("127.");
        assertThat(actor.get("way").asString()).isNotEmpty();
        assertThat(actor.get("proof").asString()).isEqualTo("TOLD");
        assertThat(actor.get("isClaimed").asBoolean()).isFalse();
        assertThat(newest.at("/parts/0").asString()).startsWith(part);
    }

    /** Nobody is asked for an account at the cable: the way is known, the person is not. */
    @Test
    void anEditAtTheCableIsNotKnownWhose() throws IOException {
        engineer.copy("brkw-acc-2");
        server.standIn("brkw-acc-2")
                .paste("admin\n" + DemoFleet.ADMIN_PASSWORD + "\nedit\nvlan 378 \"net loft\"\ndone\nbye\n");
        TestServer.await(
                () -> newest("brkw-acc-2").at("/parts/0").asString("").startsWith("vlan 378"), "it was copied");
        assertThat(newest("brkw-acc-2").at("/who/sureness").asString()).isEqualTo("NONE");
        assertThat(newest("brkw-acc-2").at("/who/actors/0/way").asString()).isEqualTo("cable");
        assertThat(newest("brkw-acc-2").at("/who/actors/0/account").asString()).isEmpty();
    }

    /** Found by the interval: the device sent nothing, but says who it was when it is asked. */
    @Test
    void aSilentEditIsFoundByTheIntervalAndForgedMessagesNameNobody() throws IOException {
        engineer.copy(SWITCH);
        server.standIn(SWITCH).device().type("stranger", List.of("vlan 379 \"sail loft\""));
        log.send(message("EDITED", "mallory"), ADDRESS);
        TestServer.await(() -> newest(SWITCH).at("/parts/0").asString("").startsWith("vlan 379"), "it was copied");
        JsonNode who = newest(SWITCH).get("who");
        assertThat(who.get("sureness").asString()).isEqualTo("SOLE");
        assertThat(who.at("/actors/0/account").asString()).isEqualTo("stranger");
        assertThat(who.at("/actors/1/account").asString()).isEqualTo("mallory");
        assertThat(who.at("/actors/1/proof").asString()).isEqualTo("CLAIM");
        assertThat(who.get("sameUntil").asString()).isLessThan(who.get("seenAt").asString());
    }

    /** A message that comes just after the copy still counts for it. */
    @Test
    void aLateMessageIsStillHeard() throws IOException {
        engineer.copy(SWITCH);
        log.send(message("LOGIN", "night-shift"), ADDRESS);
        server.standIn(SWITCH).device().type("", List.of("vlan 380 \"rope walk\""));
        assertThat(engineer.copy(SWITCH)).isEqualTo("NEW_REVISION");
        log.send(message("EDITED", "night-shift"), ADDRESS);
        TestServer.await(
                () -> newest(SWITCH).at("/who/actors/0/proof").asString("").equals("EDIT"), "the edit was heard");
        assertThat(newest(SWITCH).at("/who/actors/0/account").asString()).isEqualTo("night-shift");
        assertThat(newest(SWITCH).at("/who/actors/0/isClaimed").asBoolean()).isTrue();
    }

    private static String message(String kind, String account) {
        return "<189>1 - " + SWITCH + " corvane - " + kind + " [session@32473 account=\"" + account + "\"] said";
    }

    private static void editAsAPerson(String device, Platform platform, String line) {
        Fleet fleet = server.context().getBean(Fleet.class);
        Target ours = fleet.target(fleet.get(device));
        Login person = new Login(DemoFleet.PERSON, DemoFleet.PERSON_PASSWORD, DemoFleet.ADMIN_PASSWORD);
        Target theirs = new Target(ours.endpoint(), person, ours.pinned());
        try (Conversation conversation =
                server.context().getBean(Connector.class).open(theirs, platform, ConversationListener.NONE)) {
            DeviceEdit.apply(conversation, platform.edit().orElseThrow(), List.of(line));
        }
    }

    private static JsonNode newest(String device) {
        JsonNode all = revisions(device);
        return all.get(all.size() - 1);
    }

    private static JsonNode revisions(String device) {
        return engineer.get("/api/devices/" + device + "/revisions").json(200);
    }
}
