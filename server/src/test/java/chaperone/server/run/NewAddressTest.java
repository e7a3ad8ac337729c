package chaperone.server.run;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.support.DevicePorts;
import chaperone.server.support.FourFamilies;
import chaperone.server.support.TestServer;
import chaperone.standins.StandIn;
import chaperone.standins.device.Fault;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Changes of the address that a device is called by: it is looked for at the new one, with the key that it is known by. */
@Timeout(240)
class NewAddressTest {
    /** How each family is told its address. */
    private static final String WAYS = """
            brkw-acc-1  => gateway vlan 330|address {}/16
            ald-wall-1  => port e1 address {}/16
            cairn-rtr-1 => put ports lan-0 address {}/16
            """;

    private static final String NOT_CALLABLE = "127.40.1.21";

    private static FourFamilies four;

    @BeforeAll
    static void start() {
        four = new FourFamilies(TestServer.startImpatient(DevicePorts.next()));
    }

    @AfterAll
    static void stop() {
        four.close();
    }

    @ParameterizedTest
    @CsvSource(delimiterString = " => ", textBlock = WAYS)
    void aDeviceIsFoundAgainAtItsNewAddressAndAtItsOldOneWhenThatIsUndone(String name, String lines) {
        StandIn device = four.device(name);
        String old = device.address().getHostString();
        String wanted = another(old);
        isToldItsAddress(name, lines, old);
        Map<String, String> before = four.kept();

        long change = change(name, lines, wanted);
        assertThat(remarks(change)).contains("NEW_ADDRESS " + wanted).contains("REACHED_THROUGH the address " + old);
        four.approve(change);
        assertThat(four.states(four.run(change))).containsEntry(name, "KEPT");
        assertThat(device.address().getHostString()).isEqualTo(wanted);
        assertThat(device.isGuardOn()).isFalse();
        assertThat(device.device().keptSaved()).contains(wanted);
        assertThat(knownAt(name)).isEqualTo(wanted);
        four.engineer.copy(name);
        assertThat(four.matched(name)).isEqualTo("YES");

        four.undo(change);
        assertThat(four.kept()).isEqualTo(before);
        assertThat(knownAt(name)).isEqualTo(old);
        four.engineer.copy(name);
    }

    /** All or none: what answers at its new address already is told there to go back. */
    @Test
    void isGivenBackAtItsNewAddressWhenAnotherDeviceFails() {
        String lines = "gateway vlan 330|address {}/16";
        String old = four.device("brkw-acc-1").address().getHostString();
        isToldItsAddress("brkw-acc-1", lines, old);
        four.engineer.copy("mv-curlew-sw-1");
        Map<String, String> before = four.kept();
        long change = change("brkw-acc-1", lines, another(old));
        four.add(four.lines(change, "mv-curlew-sw-1", FourFamilies.LINES.get("mv-curlew-sw-1")));
        four.device("mv-curlew-sw-1").set(Fault.REFUSES, 9);
        four.approve(change);
        assertThat(four.states(four.run(change)))
                .containsEntry("brkw-acc-1", "GIVEN_BACK")
                .doesNotContainValue("KEPT");
        four.device("mv-curlew-sw-1").clear(Fault.REFUSES);
        assertThat(four.kept()).isEqualTo(before);
        assertThat(knownAt("brkw-acc-1")).isEqualTo(old);
    }

    /** It shows another key: nothing is told to it, and the guard leads the device back. */
    @Test
    void aStrangerAtItsNewAddressIsNotTakenForIt() {
        StandIn device = four.device("brkw-acc-1");
        StandIn stranger = four.device("cairn-acc-1");
        String lines = "gateway vlan 330|address {}/16";
        String old = device.address().getHostString();
        String taken = stranger.address().getHostString();
        isToldItsAddress("brkw-acc-1", lines, old);
        Map<String, String> before = four.kept();
        String strangers = stranger.device().keptRunning();
        long change = change("brkw-acc-1", lines, taken);
        four.approve(change);
        four.engineer.post("/api/changes/" + change + "/run", Map.of()).json(201);
        awaitProbing(change);
        device.guardRunsOut();
        assertThat(four.states(four.ended(change))).containsEntry("brkw-acc-1", "GIVEN_BACK");
        assertThat(four.kept()).isEqualTo(before);
        assertThat(stranger.device().keptRunning()).isEqualTo(strangers);
        assertThat(knownAt("brkw-acc-1")).isEqualTo(old);
    }

    /** Where nobody may call, only the guard leads it back. */
    @ParameterizedTest
    @CsvSource(delimiterString = " => ", textBlock = WAYS)
    void theGuardGivesBackWhatCannotBeFollowed(String name, String lines) {
        StandIn device = four.device(name);
        String old = device.address().getHostString();
        isToldItsAddress(name, lines, old);
        Map<String, String> before = four.kept();
        long change = change(name, lines, NOT_CALLABLE);
        assertThat(remarks(change)).anyMatch(remark -> remark.startsWith("NOT_FOLLOWED " + NOT_CALLABLE));
        four.approve(change);
        four.engineer.post("/api/changes/" + change + "/run", Map.of()).json(201);
        TestServer.await(() -> device.address().getHostString().equals(NOT_CALLABLE), "it has gone");
        awaitProbing(change);
        device.guardRunsOut();
        assertThat(four.states(four.ended(change))).containsEntry(name, "GIVEN_BACK");
        assertThat(four.kept()).isEqualTo(before);
        assertThat(knownAt(name)).isEqualTo(old);
    }

    private static void awaitProbing(long change) {
        four.engineer.await(
                "/api/changes/" + change + "/runs",
                runs -> runs.at("/0/devices/0/state").asString().equals("PROBING"));
    }

    private static String another(String address) {
        int last = address.lastIndexOf('.') + 1;
        return address.substring(0, last) + (100 + Integer.parseInt(address.substring(last)));
    }

    /** Somebody gave it the address that it has anyhow, so that a change can give it another one. */
    private static void isToldItsAddress(String name, String lines, String address) {
        four.device(name)
                .device()
                .type("deckhand", List.of(lines.replace("{}", address).split("\\|")));
        four.device(name).device().save();
        four.engineer.copy(name);
        four.engineer.post("/api/devices/" + name + "/agreed", Map.of()).json(200);
    }

    private static long change(String name, String lines, String address) {
        long change = four.newChange("to " + address);
        four.add(four.lines(change, name, List.of(lines.replace("{}", address).split("\\|"))));
        return change;
    }

    private static List<String> remarks(long change) {
        return four.all(four.preview(change).at("/devices/0/remarks")).stream()
                .map(remark -> remark.get("kind").asString() + " "
                        + remark.get("about").asString())
                .toList();
    }

    private static String knownAt(String name) {
        return four.engineer
                .get("/api/devices/" + name)
                .json(200)
                .at("/device/host")
                .asString();
    }
}
