package chaperone.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import chaperone.standins.OpenSsh;
import chaperone.standins.demo.DemoFleet;
import chaperone.standins.device.Fault;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import com.microsoft.playwright.options.ColorScheme;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.SelectOption;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.Timeout;

/** One engineer's morning, from log-in to a difference that {@code patch} takes. */
@Timeout(180)
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class StoryTest {
    private static final int DEVICE_PORT = DevicePorts.next();

    private static TestServer server;
    private static Browsing browsing;
    private static Page page;

    @BeforeAll
    static void start() {
        server = TestServer.startDemo(DEVICE_PORT);
        browsing = new Browsing(server);
        page = browsing.logIn(ColorScheme.LIGHT, "r.anand", "demo-engineer");
    }

    @AfterAll
    static void stop() {
        browsing.close();
        server.close();
    }

    @BeforeEach
    void forget() {
        browsing.complaints.clear();
    }

    @AfterEach
    void noComplaints() {
        // A refused list is a 422, which the browser's console reports by itself.
        browsing.complaints.removeIf(complaint -> complaint.contains("422"));
        assertThat(browsing.complaints).isEmpty();
    }

    @Test
    @Order(1)
    void theFleetHoldsFortyNineDevices() {
        page.navigate("/fleet");
        assertThat(page.getByText("49 devices at 17 sites")).isVisible();
        Locator row = page.getByRole(AriaRole.ROW).filter(new Locator.FilterOptions().setHasText("brkw-core-1"));
        assertThat(row).containsText("core");
        assertThat(row).containsText("C7012");
        assertThat(row).containsText("7.4.2");
        page.keyboard().press("/");
        page.keyboard().type("duns acc");
        assertThat(page.getByText("49 devices at 17 sites · 3 match")).isVisible();
        page.reload();
        assertThat(page.getByText("49 devices at 17 sites · 3 match")).isVisible();
    }

    @Test
    @Order(2)
    void aMalformedListNamesLineAndColumnAndAddsNothing() {
        page.navigate("/fleet/bring-in");
        choose("bad.csv", "address,port\n127.20.4.11," + DEVICE_PORT + "\n127.20.4.12,twenty\n");
        assertThat(page.getByRole(AriaRole.ALERT)).containsText("\"twenty\" is not a port");
        assertThat(page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName("Bring in").setExact(true)))
                .isDisabled();
        page.getByRole(AriaRole.ALERT)
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("3"))
                .click();
        assertThat(page.evaluate("() => { const { value, selectionStart, selectionEnd } = document.activeElement;"
                        + " return value.slice(selectionStart, selectionEnd); }"))
                .isEqualTo("127.20.4.12,twenty");
        page.navigate("/fleet");
        assertThat(page.getByText("49 devices at 17 sites")).isVisible();
    }

    @Test
    @Order(3)
    void everyLineOfAListGetsItsOwnOutcome() {
        page.navigate("/fleet/bring-in");
        bring("more-devices.csv", DemoFleet.listToBringIn(DEVICE_PORT));
        page.waitForURL("**/jobs/*");
        assertThat(page.getByText("16 of 16")).isVisible();
        outcome("127.20.4.11", "Added to the fleet as esth-core-1");
        outcome("127.20.1.21", "in the fleet already as brkw-acc-1");
        outcome("127.20.6.21", "Nothing answered");
        outcome("127.20.6.22", "refuses connections at this port");
        outcome("127.20.7.21", "refused the account or its password");
        outcome("127.20.7.22", "the privileged level was refused");
        outcome("127.20.8.21", "no platform recognises the device");
        outcome("127.20.8.22", "another host key than before; no password was sent");
        outcome("127.20.7.2", "Added to the fleet as harr-rtr-1");
        outcome("127.20.9.32", "Added to the fleet as ald-wall-2");
        outcome("127.20.29.11", "Added to the fleet as mv-ibis-sw-1");
        outcome("127.20.5.23", "answers by Telnet only");
    }

    @Test
    @Order(4)
    void failedLinesAreTriedAgain() {
        server.standIn("harr-acc-1").clear(Fault.WRONG_CREDENTIALS);
        page.getByLabel("Choose 127.20.7.21:" + DEVICE_PORT).check();
        page.getByText("Try 1 chosen again").click();
        outcome("127.20.7.21", "Added to the fleet as harr-acc-1");
        page.getByText("Accept the new key and try again").click();
        outcome("127.20.8.22", "Added to the fleet as inch-acc-2");
        page.getByText("Allow Telnet (unsafe) and try again").click();
        outcome("127.20.5.23", "Added to the fleet as fenn-acc-3");
        page.navigate("/fleet?query=fenn-acc-3");
        assertThat(page.getByText("60 devices at 18 sites · 1 match")).isVisible();
        assertThat(page.getByText("Telnet, unsafe")).isVisible();
    }

    @Test
    @Order(5)
    void oneDeviceThenAllAreCopiedAndTheProgressIsFoundAgain() {
        page.navigate("/fleet?query=brkw-acc-1");
        page.getByLabel("brkw-acc-1", new Page.GetByLabelOptions().setExact(true))
                .getByText("Copy now")
                .click();
        page.waitForURL("**/jobs/*");
        assertThat(page.getByText("1 of 1")).isVisible();

        server.standIn("brkw-core-2").set(Fault.SLOW, 25);
        page.navigate("/fleet");
        page.getByText("Copy all").click();
        page.waitForURL("**/jobs/*");
        assertThat(page.getByText("in hand: ")).containsText("brkw-core-2");
        page.navigate("/fleet");
        page.getByText("1 running").click();
        page.getByText("Copy the whole fleet").first().click();
        assertThat(page.getByText("in hand: ")).containsText("brkw-core-2");
        server.standIn("brkw-core-2").clear(Fault.SLOW);
        assertThat(page.getByText("60 of 60")).isVisible();
        assertThat(page.getByText("a minute")).isVisible();
    }

    @Test
    @Order(6)
    void aRunningJobIsStopped() {
        server.standIn("brkw-core-2").set(Fault.SLOW, 400);
        page.navigate("/devices/brkw-core-2");
        page.getByText("Copy now").click();
        page.waitForURL("**/jobs/*");
        assertThat(page.getByText("in hand: brkw-core-2")).isVisible();
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Stop"))
                .click();
        assertThat(page.getByText("Stopped by hand before it was finished; nothing was stored."))
                .isVisible();
        server.standIn("brkw-core-2").clear(Fault.SLOW);
    }

    @Test
    @Order(7)
    void somebodyElsesEditBecomesARevisionAndIsRead() throws Exception {
        int before = revisions();
        OpenSsh.type(
                server.standIn("brkw-acc-2").address(),
                DemoFleet.PERSON,
                DemoFleet.PERSON_PASSWORD,
                List.of(
                        "admin",
                        DemoFleet.ADMIN_PASSWORD,
                        "edit",
                        "vlan 391 \"smokehouse\"",
                        "vlan 320 \"quay east\"",
                        "port 1/0/24",
                        "text \"smokehouse scale\"",
                        "open",
                        "done",
                        "bye"));
        copyFromDevicePage("brkw-acc-2", "the configuration has changed");
        copyFromDevicePage("brkw-acc-2", "nothing has changed");
        assertThat(revisions()).isEqualTo(before + 1);

        page.navigate("/devices/brkw-acc-2");
        assertThat(page.getByText("+1 added")).isVisible();
        assertThat(page.getByText("~2 modified")).isVisible();
        assertThat(page.getByText("−1 removed")).isVisible();
        Locator table = page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Comparison"));
        assertThat(table.locator("b").getByText("\"quay east\"")).isVisible();
        assertThat(table.getByText("equal lines").first()).isVisible();
        assertThat(page.locator(".here")).hasCount(0);
        page.keyboard().press("n");
        assertThat(page.locator(".here")).containsText("quay east");
        page.keyboard().press("n");
        assertThat(page.locator(".here")).containsText("smokehouse");
        page.keyboard().press("p");
        assertThat(page.locator(".here")).containsText("quay east");
    }

    @Test
    @Order(8)
    void noiseIsSetAsideAndShownOnAClick() {
        Locator header = page.getByText(Pattern.compile("# Corvane C2048, release 7.4.2"));
        assertThat(header).hasCount(0);
        page.getByText("1 noise line set aside").click();
        assertThat(header.first()).isVisible();
        assertThat(page.getByText("1 noise line shown")).isVisible();
        page.getByText("One column").click();
        assertThat(page.locator(".line.one").first()).isVisible();
    }

    @Test
    @Order(9)
    void theHandlesMoveByKeyAndTheLinkBringsTheViewBack() {
        int newest = revisions();
        page.keyboard().press("[");
        Locator handleA = page.getByRole(AriaRole.SLIDER, new Page.GetByRoleOptions().setName("Handle A"));
        assertThat(handleA).hasAttribute("aria-valuenow", Integer.toString(newest - 2));
        page.keyboard().press("{");
        Locator handleB = page.getByRole(AriaRole.SLIDER, new Page.GetByRoleOptions().setName("Handle B"));
        assertThat(handleB).hasAttribute("aria-valuenow", Integer.toString(newest - 1));
        handleB.focus();
        page.keyboard().press("ArrowRight");
        assertThat(handleB).hasAttribute("aria-valuenow", Integer.toString(newest));
        drag(handleA, -2000);
        assertThat(handleA).hasAttribute("aria-valuenow", "1");
        drag(handleA, 5000);
        assertThat(handleA).hasAttribute("aria-valuenow", Integer.toString(newest));
        page.keyboard().press("[");
        page.keyboard().press("[");
        page.waitForURL(Pattern.compile(".*[?&]a=" + (newest - 2) + "(&.*)?"));
        page.reload();
        assertThat(handleA).hasAttribute("aria-valuenow", Integer.toString(newest - 2));
        assertThat(page.locator(".line.one").first()).isVisible();
    }

    @Test
    @Order(10)
    void patchTakesTheExportedDifference() throws Exception {
        Path folder = Files.createTempDirectory("export");
        Path shown = folder.resolve("masked.diff");
        page.getByLabel("Export the comparison").first().click();
        page.waitForDownload(() -> page.getByText("As .diff for patch").click()).saveAs(shown);
        assertThat(shown).content().contains("\n+");
        page.getByText("With secrets…").click();
        Download download =
                page.waitForDownload(() -> page.getByText("Save with secrets").click());
        Path diff = folder.resolve("change.diff");
        download.saveAs(diff);
        int newest = revisions();
        Path before = Files.write(folder.resolve("running.conf"), text(newest - 2));
        Process patch = new ProcessBuilder("patch", "--binary", "--fuzz=0", before.toString(), diff.toString())
                .redirectErrorStream(true)
                .start();
        String said = new String(patch.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(patch.waitFor()).as(said).isZero();
        assertThat(Files.readAllBytes(before)).isEqualTo(text(newest));
    }

    @Test
    @Order(11)
    void aRouterAFirewallAndAShipTellTheSameStory() throws Exception {
        somebodyTypes("harr-rtr-1", "draft", "put ports lan-2 text \"smokehouse\"", "commit", "leave", "bye");
        seesTheEdit("harr-rtr-1", "smokehouse");
        somebodyTypes("ald-wall-2", "edit", "object smokehouse host 192.0.2.66", "apply", "bye");
        seesTheEdit("ald-wall-2", "smokehouse");
        Process curl = new ProcessBuilder(
                        "curl",
                        "-fsk",
                        "-u",
                        DemoFleet.PERSON + ":" + DemoFleet.PERSON_PASSWORD,
                        "-X",
                        "PATCH",
                        "-d",
                        "{\"welcome\": \"smokehouse\"}",
                        "https://127.20.29.11:" + DEVICE_PORT + "/device/v1/config")
                .redirectErrorStream(true)
                .start();
        String said = new String(curl.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(curl.waitFor()).as(said).isZero();
        seesTheEdit("mv-ibis-sw-1", "smokehouse");
        // What moves by itself on a firewall and on a ship is noise, not change.
        copyFromDevicePage("ald-wall-2", "nothing has changed");
        copyFromDevicePage("mv-ibis-sw-1", "nothing has changed");
    }

    private static void somebodyTypes(String device, String... lines) throws Exception {
        OpenSsh.type(server.standIn(device).address(), DemoFleet.PERSON, DemoFleet.PERSON_PASSWORD, List.of(lines));
    }

    private static void seesTheEdit(String device, String word) {
        copyFromDevicePage(device, "the configuration has changed");
        page.navigate("/devices/" + device);
        assertThat(page.getByText("+1 added")).isVisible();
        Locator table = page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Comparison"));
        assertThat(table).containsText(word);
    }

    private static void drag(Locator handle, double by) {
        BoundingBox box = handle.locator("line").boundingBox();
        double x = box.x + box.width / 2;
        double y = box.y + 3;
        page.mouse().move(x, y);
        page.mouse().down();
        page.mouse().move(x + by, y);
        page.mouse().up();
    }

    private static byte[] text(int revision) {
        return page.request()
                .get("/api/devices/brkw-acc-2/revisions/" + revision + "/text")
                .body();
    }

    private static int revisions() {
        String json = page.request().get("/api/devices/brkw-acc-2/revisions").text();
        return json.split("\"number\"").length - 1;
    }

    private static void copyFromDevicePage(String device, String outcome) {
        page.navigate("/devices/" + device);
        page.getByText("Copy now").click();
        page.waitForURL("**/jobs/*");
        assertThat(page.getByRole(AriaRole.TABLE)).containsText(outcome);
    }

    private static void bring(String name, String csv) {
        choose(name, csv);
        page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName("Bring in").setExact(true))
                .click();
    }

    private static void choose(String name, String csv) {
        page.getByLabel("Credential set").selectOption(new SelectOption().setLabel("switches (chaperone)"));
        page.locator("input[type=file]")
                .setInputFiles(new FilePayload(name, "text/csv", csv.getBytes(StandardCharsets.UTF_8)));
        assertThat(page.getByText(name)).isVisible();
    }

    private static void outcome(String address, String said) {
        Locator row = page.getByRole(AriaRole.ROW).filter(new Locator.FilterOptions().setHasText(address + ":"));
        assertThat(row).containsText(said);
    }
}
