package chaperone.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import chaperone.standins.demo.DemoFleet;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import com.microsoft.playwright.options.SelectOption;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.Timeout;

/** From an empty product to a fleet that is looked after: what somebody does in the first days. */
@Timeout(240)
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class OnboardingTest {
    private static final int DEVICE_PORT = DevicePorts.next();
    private static final String NEW_PASSWORD = "spring-tide-12";

    private static final List<String> SITES =
            List.of("Brackwater", "Cairn Point", "Dunsay", "Eastholm", "Fennick", "Gull Rock", "Harrowby", "Inchmore");

    private static TestServer server;
    private static Browsing browsing;
    private static Page page;

    @BeforeAll
    static void start() {
        server = TestServer.start(DEVICE_PORT);
        browsing = new Browsing(server);
        page = browsing.logIn(ColorScheme.LIGHT, "administrator", TestServer.PASSWORD);
    }

    @AfterAll
    static void stop() {
        browsing.close();
        server.close();
    }

    @AfterEach
    void noComplaints() {
        browsing.complaints.removeIf(complaint -> complaint.contains("401") || complaint.contains("422"));
        assertThat(browsing.complaints).isEmpty();
    }

    @Test
    @Order(1)
    void anEmptyProductSaysWhereToBegin() {
        assertThat(page.getByText("No device yet")).isVisible();
        page.navigate("/map");
        assertThat(page.getByText("Nothing to draw yet")).isVisible();
        page.navigate("/imports");
        assertThat(page.getByText("Nothing was brought in yet")).isVisible();
        page.navigate("/fleet");
        page.getByText("Bring devices in…").first().click();
        addresses().fill("127.20.1.11:" + DEVICE_PORT);
        button("Bring in").click();
        page.waitForURL("**/jobs/*");
        page.getByText("brkw-core-1").click();
        page.getByText("Copy now").click();
        page.waitForURL("**/jobs/*");
        assertThat(page.getByText("1 of 1")).isVisible();
        page.navigate("/devices/brkw-core-1/facts");
        assertThat(page.getByText("80 MB free of 128 MB")).isVisible();
        assertThat(page.getByText("P48").first()).isVisible();
    }

    @Test
    @Order(2)
    void aForeignListOfFortyTellsFiveKindsOfFailureApart() {
        String list = IntStream.rangeClosed(1, 8)
                .boxed()
                .flatMap(site -> Stream.of("2", "11", "12", "21", "22")
                        .map(last ->
                                "A" + site + last + ",127.20." + site + "." + last + "," + SITES.get(site - 1) + "\n"))
                .collect(Collectors.joining("", "Asset,Mgmt IP,Location\n", ""));
        page.navigate("/fleet/bring-in");
        addresses().fill(list);
        assertThat(page.getByLabel("Meaning of Mgmt IP")).hasValue("address");
        page.getByLabel("Meaning of Asset").selectOption("tags");
        page.getByLabel("Port, where a line names none").fill(String.valueOf(DEVICE_PORT));
        assertThat(page.getByLabel("What the list does")).containsText("in the fleet already 1");
        button("Bring in").click();
        page.waitForURL("**/jobs/*");
        assertThat(page.getByText("40 of 40")).isVisible();
        // All counts are told if one of them is another.
        assertThat(page.getByLabel("How lines ended")).containsText("34 Added");
        for (String said : List.of(
                "Nothing answered at this address",
                "The device refuses connections at this port",
                "The device refused the account or its password",
                "The log-in worked, but the privileged level was refused",
                "no platform recognises the device")) {
            assertThat(page.getByLabel("How lines ended").getByText(said)).isVisible();
        }
        page.getByLabel("How lines ended")
                .getByText("The device refused the account or its password")
                .click();
        page.waitForURL("**outcome=LOGIN_REFUSED");
        assertThat(page.getByText("Added to the fleet as")).hasCount(0);
        page.getByText("Choose these").click();
        assertThat(page.getByText("chosen again")).isVisible();
        page.navigate("/imports");
        assertThat(page.getByRole(AriaRole.ROW).nth(1)).containsText("34");
        page.navigate("/fleet?query=tag+is+A211");
        assertThat(page.getByText("cairn-core-1").first()).isVisible();
    }

    @Test
    @Order(3)
    void aRangeIsLookedThrough() {
        page.navigate("/fleet/bring-in?by=ranges");
        page.getByLabel("Ranges").fill("127.20.9.1 - 127.20.9.14\n127.20.21.11");
        page.getByLabel("switches (chaperone)").check();
        page.getByLabel("Port").fill(String.valueOf(DEVICE_PORT));
        page.getByLabel("Addresses a second, at most").fill("50");
        button("Look through").click();
        page.waitForURL("**/jobs/*");
        assertThat(page.getByText("15 of 15")).isVisible();
        assertThat(page.getByText("Nobody answers at this address and port").first())
                .isVisible();
        page.navigate("/fleet?query=ald-core");
        assertThat(page.getByText("ald-core-1").first()).isVisible();
    }

    @Test
    @Order(4)
    void aPasswordIsReplacedAcrossAGroup() {
        List<String> switches = List.of("duns-acc-1", "duns-acc-2");
        for (String name : switches) {
            server.standIn(name)
                    .device()
                    .type(
                            DemoFleet.PERSON,
                            List.of("account " + DemoFleet.ACCOUNT + " level admin secret " + NEW_PASSWORD));
        }
        page.navigate("/credentials");
        button("Add a credential set…").click();
        page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("quay switches");
        page.getByLabel("Account on the devices").fill(DemoFleet.ACCOUNT);
        page.getByLabel("Password", new Page.GetByLabelOptions().setExact(true)).fill(NEW_PASSWORD);
        page.getByLabel("Password of the privileged level").fill(DemoFleet.ADMIN_PASSWORD);
        // What is no range is told at its line, and nothing that was typed is lost.
        page.getByLabel("Where it may be used").fill("127.20.0.0/16\nthe quay");
        button("Save").click();
        assertThat(page.getByRole(AriaRole.ALERT)).containsText("Line 2");
        page.getByLabel("Where it may be used").fill("127.20.0.0/16");
        button("Save").click();
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("quay switches"))
                .click();
        page.getByLabel("Query for the devices to try it on").fill("name is duns-acc-[1-2]");
        button("Try on these").click();
        page.waitForURL("**/jobs/*");
        assertThat(page.getByText("2 of 2")).isVisible();
        assertThat(page.getByText("possible: copy, put back, image transfer").first())
                .isVisible();

        page.navigate("/fleet?query=name+is+duns-acc-[1-2]");
        page.getByText("Choose these 2").click();
        button("Change…").click();
        page.getByRole(AriaRole.DIALOG)
                .getByLabel("Credential set")
                .selectOption(new SelectOption().setLabel("quay switches"));
        page.getByText("Change 2 devices").last().click();
        page.getByText("Copy these 2").click();
        page.waitForURL("**/jobs/*");
        assertThat(page.getByText("2 of 2")).isVisible();
        assertThat(page.getByText("failed")).hasCount(0);
    }

    @Test
    @Order(5)
    void aModuleThatIsInsertedShowsUp() {
        server.standIn("brkw-core-1")
                .device()
                .chassis()
                .insert(7, new chaperone.standins.device.Module("P8", "EXTRA-7"));
        copy("brkw-core-1");
        page.navigate("/devices/brkw-core-1/events");
        assertThat(page.getByText("module inserted, slot 7")).isVisible();
        assertThat(page.getByText("P8, serial EXTRA-7")).isVisible();
        page.getByText("Facts").click();
        assertThat(page.getByText("EXTRA-7")).isVisible();
    }

    @Test
    @Order(6)
    void aShipLeavesAndComesBack() {
        server.standIn("mv-avocet-sw-1").setAway(true);
        copy("mv-avocet-sw-1");
        assertThat(page.getByText("a ship answers only in berth").first()).isVisible();
        server.standIn("mv-avocet-sw-1").setAway(false);
        copy("mv-avocet-sw-1");
        page.navigate("/devices/mv-avocet-sw-1/events");
        assertThat(page.getByText("could not be talked to")).isVisible();
        assertThat(page.getByText("answers again")).isVisible();
    }

    @Test
    @Order(7)
    void theNetworkIsDrawnPairedAndAnnotatedByKeyboard() {
        page.navigate("/fleet");
        page.getByText("Copy all").click();
        page.waitForURL("**/jobs/*");
        assertThat(page.getByText("40 of 40")).isVisible();
        page.navigate("/map");
        Locator site = page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Brackwater"));
        assertThat(site).isVisible();
        page.getByText("A pair").first().click();
        assertThat(page.getByLabel("are not a pair").first()).isVisible();

        page.keyboard().press("n");
        page.getByLabel("Map; plus, minus").focus();
        page.keyboard().press("Enter");
        page.getByLabel("Text of the note").fill("crane works on Tuesday");
        button("Save").click();
        assertThat(page.getByText("crane works on Tuesday").last()).isVisible();

        site.focus();
        page.keyboard().press("Enter");
        page.waitForURL("**/map?site=Brackwater");
        assertThat(page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("brkw-rtr-1")))
                .isVisible();
        Page other = browsing.logIn(ColorScheme.DARK, "viewer", TestServer.PASSWORD);
        other.navigate("/map");
        assertThat(other.getByText("1 new note")).isVisible();
        other.getByText("Seen").click();
        assertThat(other.getByText("1 new note")).hasCount(0);
    }

    @Test
    @Order(8)
    void whatWasDoneStandsInTheLogAndAProgramHasATokenOfItsOwn() {
        page.navigate("/account");
        page.getByLabel("For which program").fill("night report");
        button("Make a token").click();
        String token = page.getByTestId("token").textContent();
        assertThat(token).startsWith("chaperone_");
        page.reload();
        assertThat(page.getByText(token)).hasCount(0);
        page.navigate("/audit");
        button("Check the log").click();
        assertThat(page.getByText("all whole")).isVisible();
        page.getByLabel("Act").selectOption("made a token");
        assertThat(page.getByText("night report").first()).isVisible();
        assertThat(page.content()).doesNotContain(token).doesNotContain(NEW_PASSWORD);
    }

    private static void copy(String device) {
        page.navigate("/devices/" + device);
        button("Copy now").click();
        page.waitForURL("**/jobs/*");
        assertThat(page.getByText("1 of 1")).isVisible();
    }

    private static Locator addresses() {
        return page.getByLabel("Addresses", new Page.GetByLabelOptions().setExact(true));
    }

    private static Locator button(String name) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }
}
