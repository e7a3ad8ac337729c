package chaperone.standins;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.standins.control.ControlServer;
import chaperone.standins.demo.DemoFleet;
import chaperone.standins.demo.DemoStart;
import chaperone.standins.device.Fault;
import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Uses the stand-ins as an engineer would: with the machine's own SSH client. */
class StandInTest {
    private static final int PORT = 2931;

    private DatagramSocket collector;
    private StandIns standIns;

    @TempDir
    Path state;

    @BeforeEach
    void start() throws IOException {
        collector = new DatagramSocket(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0));
        collector.setSoTimeout(5000);
        standIns = new StandIns(
                new InetSocketAddress("127.0.0.1", collector.getLocalPort()),
                Clock.systemUTC(),
                Duration.ofMillis(200));
        DemoStart.start(standIns, PORT, Optional.of(state), Instant.parse("2026-11-23T07:58:00Z"));
    }

    @AfterEach
    void stop() {
        standIns.close();
        collector.close();
    }

    @Test
    void anEngineerEditsSavesAndSeesItInForce() throws Exception {
        String printed = type(
                "admin",
                DemoFleet.ADMIN_PASSWORD,
                "page off",
                "edit",
                "vlan 341 \"ice house\"",
                "vlann 3",
                "port 1/0/3",
                "closed",
                "up",
                "done",
                "show config running",
                "save",
                "show changed",
                "bye");
        assertThat(printed)
                .contains("Tern Island Ferries, Brackwater")
                .contains("? word 1 \"vlann\": not known here")
                .contains("brkw-acc-1:edit port 1/0/3> ")
                .contains("\nvlan 341 \"ice house\"\n")
                .contains("by       : " + DemoFleet.PERSON)
                .doesNotContain(DemoFleet.ADMIN_PASSWORD);
        StandIn device = standIns.get("brkw-acc-1");
        assertThat(device.device().savedText()).isEqualTo(device.device().runningText());
    }

    @Test
    void aGuardIsSwitchedOnAndOffWithinItsBounds() throws Exception {
        String printed = type(
                "admin", DemoFleet.ADMIN_PASSWORD, "guard 5", "guard off", "guard off", "guard 61", "guard", "bye");
        assertThat(printed)
                .contains("back to saved in 5 minutes unless guard is switched off")
                .contains("guard is off")
                .contains("no guard was on")
                .contains("? word 2 \"61\": expected minutes from 1 to 60, or off")
                .contains("? word 2: expected minutes from 1 to 60, or off");
    }

    @Test
    void pagesUntilToldNotTo() throws Exception {
        assertThat(type("admin", DemoFleet.ADMIN_PASSWORD, "show config running", "", "q", "bye"))
                .contains("-- space for more --");
    }

    @Test
    void theConfigurationIsOnlyForThePrivileged() throws Exception {
        assertThat(type("show config running", "admin", "wrong", "bye"))
                .contains("? word 2 \"config\": only at level admin")
                .contains("? word 1 \"admin\": wrong password");
    }

    @Test
    void aRestartDropsTheSessionAndComesBack() throws Exception {
        StandIn device = standIns.get("brkw-acc-1");
        device.device().type("x", List.of("vlan 77"));
        type("admin", DemoFleet.ADMIN_PASSWORD, "restart", "yes");
        assertThat(device.sessions()).isZero();
        String printed = "";
        for (int i = 0; i < 50 && !printed.contains("name"); i++) printed = type("show facts", "bye");
        assertThat(printed).contains("name     : brkw-acc-1");
        assertThat(device.device().runningText()).doesNotContain("vlan 77");
    }

    @Test
    void saysBySyslogWhoCameAndWhoEdited() throws Exception {
        type("admin", DemoFleet.ADMIN_PASSWORD, "edit", "vlan 342", "done", "bye");
        List<String> messages = new ArrayList<>(List.of(nextMessage(), nextMessage()));
        assertThat(messages.get(0))
                .matches("<189>1 \\S+Z brkw-acc-1 corvane - LOGIN \\[session@32473 account=\"m.oduya\" "
                        + "from=\"127[.\\d]+\" way=\"SSH\"\\] log-in");
        assertThat(messages.get(1)).contains(" EDITED ");
    }

    @Test
    void faultsAreSetFromOutside() throws Exception {
        try (ControlServer control = new ControlServer(0, standIns)) {
            String base = "http://127.0.0.1:" + control.port() + "/stand-ins";
            assertThat(ask("GET", base)).contains("\"brkw-core-1\"");
            assertThat(ask("PUT", base + "/brkw-acc-1/faults/drops-after?number=2"))
                    .contains("\"DROPS_AFTER\":2");
            assertThat(type("show facts", "show facts", "show facts", "bye").split("serial +:"))
                    .hasSize(3);
            assertThat(ask("DELETE", base + "/brkw-acc-1/faults/drops-after")).doesNotContain("DROPS_AFTER");
            assertThat(ask("PUT", base + "/nobody/faults/slow")).contains("No stand-in is called nobody");
        }
    }

    @Test
    void keepsItsConfigurationAndItsKeyOverARestartOfTheDemo() {
        standIns.get("brkw-acc-1").device().type("x", List.of("vlan 343"));
        String running = standIns.get("brkw-acc-1").device().runningText();
        var key = standIns.get("brkw-acc-1").identity().key().getPublic();
        DemoStart.keep(standIns, state);
        standIns.close();
        standIns = new StandIns(
                new InetSocketAddress("127.0.0.1", collector.getLocalPort()), Clock.systemUTC(), Duration.ZERO);
        DemoStart.start(standIns, PORT, Optional.of(state), Instant.parse("2026-11-23T08:58:00Z"));
        assertThat(standIns.get("brkw-acc-1").device().runningText()).isEqualTo(running);
        assertThat(standIns.get("brkw-acc-1").device().savedText()).isNotEqualTo(running);
        assertThat(standIns.get("brkw-acc-1").identity().key().getPublic()).isEqualTo(key);
    }

    @Test
    void aHugeConfigurationHasFiftyThousandLines() {
        StandIn device = standIns.get("brkw-acc-1");
        device.set(Fault.HUGE, 0);
        assertThat(device.device().runningText().lines()).hasSize(50_000);
    }

    private String type(String... lines) throws IOException, InterruptedException {
        InetSocketAddress address = standIns.get("brkw-acc-1").address();
        return OpenSsh.type(address, DemoFleet.PERSON, DemoFleet.PERSON_PASSWORD, List.of(lines));
    }

    private String nextMessage() throws IOException {
        DatagramPacket packet = new DatagramPacket(new byte[2048], 2048);
        collector.receive(packet);
        return new String(packet.getData(), 0, packet.getLength(), StandardCharsets.UTF_8);
    }

    private static String ask(String method, String address) throws IOException, InterruptedException {
        HttpRequest request = HttpRequest.newBuilder(URI.create(address))
                .method(method, BodyPublishers.noBody())
                .build();
        return HttpClient.newHttpClient().send(request, BodyHandlers.ofString()).body();
    }
}
