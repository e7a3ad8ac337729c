package chaperone.e2e;

import static chaperone.e2e.ChangeParts.approveAndRun;
import static chaperone.e2e.ChangeParts.button;
import static chaperone.e2e.ChangeParts.row;
import static chaperone.e2e.ChangeParts.tray;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import chaperone.standins.device.Fault;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.Timeout;

/** What hinders changes, what begins by itself, what goes to many devices at once, and the way back to a point. */
@Timeout(180)
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class EverydayChangesTest {
    private static final int DEVICE_PORT = DevicePorts.next();
    private static TestServer server;
    private static Browsing browsing;
    private static Page engineer;
    private static Page approver;
    private static Api api;

    @BeforeAll
    static void start() {
        server = TestServer.startDemo(DEVICE_PORT);
        browsing = new Browsing(server);
        engineer = browsing.logIn(ColorScheme.LIGHT, "r.anand", "demo-engineer");
        approver = browsing.logIn(ColorScheme.DARK, "t.lindgren", "demo-approver");
        api = new Api(server.address()).logIn("r.anand", "demo-engineer");
    }

    @AfterAll
    static void stop() {
        browsing.close();
        server.close();
    }

    @AfterEach
    void noComplaints() {
        assertThat(browsing.complaints)
                .noneMatch(complaint -> !complaint.matches(".*status of (400|401|404|409|422).*"));
    }

    /** What is said of a run while it goes on has the same words in it. */
    private static Locator ended(String words) {
        return engineer.getByText(words, new Page.GetByTextOptions().setExact(true));
    }

    /** By keyboard: a freeze is declared, holds a change, and is lifted by whom it names; then the change goes on in parts. */
    @Test
    @Order(20)
    void aFreezeHoldsAChangeUntilItIsLifted() {
        long change = api.post("/api/changes", Map.of("title", "Winter words"))
                .json(201)
                .get("number")
                .asLong();
        for (String device : List.of("mv-curlew-sw-1", "mv-heron-sw-1"))
            api.post(
                            "/api/change-edits",
                            Map.of(
                                    "change",
                                    change,
                                    "device",
                                    device,
                                    "kind",
                                    "LINES",
                                    "lines",
                                    List.of("{ \"welcome\": \"winter\" }")))
                    .json(201);
        engineer.navigate("/freezes");
        assertThat(engineer.getByText("No freeze yet")).isVisible();
        engineer.keyboard().press("a");
        assertThat(engineer.getByLabel("Why")).isFocused();
        engineer.keyboard().type("every ship is full");
        engineer.keyboard().press("Enter");
        assertThat(row(engineer, "every ship is full")).containsText("holds now");
        assertThat(engineer.getByRole(AriaRole.STATUS)
                        .filter(new Locator.FilterOptions().setHasText("Freeze of the whole fleet")))
                .isVisible();
        assertThat(button(engineer, "Lift…")).hasCount(0);

        engineer.navigate("/changes/" + change);
        button(engineer, "all or none…").click();
        engineer.getByText("Device by device").click();
        engineer.getByText("One after the other").click();
        engineer.getByLabel("2. mv-heron-sw-1").press("ArrowUp");
        assertThat(engineer.getByLabel("1. mv-heron-sw-1")).isFocused();
        button(engineer, "Save").click();
        assertThat(button(engineer, "device by device, one after the other, stops after the first failure"))
                .isVisible();
        approveAndRun(engineer, approver);
        assertThat(engineer.getByRole(AriaRole.ALERT).first()).containsText("every ship is full");

        approver.navigate("/freezes");
        button(approver, "Lift…").click();
        button(approver, "Lift$").click();
        assertThat(row(approver, "every ship is full")).containsText("lifted");
        assertThat(engineer.getByText("Freeze of the whole fleet")).hasCount(0);
        server.standIn("mv-curlew-sw-1").set(Fault.REFUSES, 9);
        button(engineer, "Run…").click();
        button(engineer, "Run it").click();
        assertThat(ended("kept on 1 of 2 devices")).isVisible();
        server.standIn("mv-curlew-sw-1").clear(Fault.REFUSES);
        button(engineer, "Go on with the others").click();
        assertThat(row(engineer, "mv-curlew-sw-1")).containsText("ready");
        assertThat(row(engineer, "mv-heron-sw-1")).hasCount(0);
    }

    @Test
    @Order(21)
    void anApprovedChangeRunsAtATime() {
        button(engineer, "Propose").click();
        approver.navigate(engineer.url());
        button(approver, "Approve").click();
        button(engineer, "Run at…").click();
        button(engineer, "Run then").click();
        assertThat(engineer.getByText("runs by itself")).isVisible();
        button(engineer, "Do not run then").click();
        assertThat(button(engineer, "Run at…")).isVisible();
        button(engineer, "Run…").click();
        button(engineer, "Run it").click();
        assertThat(ended("kept on 1 of 1 device")).isVisible();
    }

    @Test
    @Order(22)
    void everythingSinceIsUndoneFromThePage() {
        button(engineer, "Undo back to here…").click();
        assertThat(engineer.getByText("Nothing came later")).isVisible();
        button(engineer, "Make that change").click();
        assertThat(engineer.getByLabel("What the change is for")).hasValue(Pattern.compile("^Back to before C-\\d+$"));
        assertThat(row(engineer, "mv-curlew-sw-1")).containsText("ready");
    }

    /** An administrator writes it by keyboard; from then on nobody does anything. */
    @Test
    @Order(23)
    void aStandingRulePutsBackByItself() {
        Page page = browsing.logIn(ColorScheme.LIGHT, "a.keel", "demo-administrator");
        page.navigate("/drift/rules");
        assertThat(page.getByText("New rule…")).isVisible();
        page.keyboard().press("a");
        assertThat(page.getByLabel("Name")).isFocused();
        page.keyboard().type("text of ports");
        page.getByRole(AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName("Which devices"))
                .fill("name is esth-rtr-1");
        assertThat(page.getByRole(AriaRole.DIALOG)).containsText("1 device today");
        page.getByLabel("When they drift").selectOption("PUT_BACK");
        page.getByLabel("Place").fill("1");
        page.getByLabel("Minutes after").fill("0");
        page.keyboard().press("Enter");
        assertThat(row(page, "text of ports")).containsText("put back");

        var device = server.standIn("esth-rtr-1").device();
        device.type("deckhand", List.of("put ports lan-2 text \"crab pots\""));
        api.copy("esth-rtr-1");
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(Pattern.compile("^C-")))
                .first()
                .click();
        assertThat(page.getByText("Put back by the standing rule").first()).isVisible();
        assertThat(page.getByText(Pattern.compile("^kept on 1 device"))).isVisible();
        assertThat(device.keptRunning()).doesNotContain("crab pots");
    }

    /** From the line one looks at to the same statement on other devices. */
    @Test
    @Order(24)
    void aStatementIsEditedByItsPathAndAcrossTheFleet() {
        engineer.navigate("/devices/inch-acc-3/configuration");
        engineer.getByLabel("Outline")
                .getByRole(AriaRole.BUTTON)
                .filter(new Locator.FilterOptions().setHasText("port 1/0/7"))
                .click();
        engineer.keyboard().press("e");
        Locator dialog = engineer.getByRole(AriaRole.DIALOG);
        Locator text = engineer.getByLabel("What shall stand there");
        assertThat(text).isFocused();
        assertThat(text).hasValue(Pattern.compile("^port 1/0/7\n"));
        assertThat(dialog).containsText("This alters nothing.");
        text.fill("port 1/0/7\n  text \"crab pots\"\n");
        assertThat(engineer.getByLabel("What the device would be told")).containsText("text \"crab pots\"");
        text.fill("port 1/0/7\nport 1/0/8\n");
        assertThat(dialog).containsText("one statement is needed here, and 2 stand");
        text.fill("port 1/0/7\n  text \"crab pots\"\n");
        button(engineer, "Add to ").click();
        assertThat(dialog).hasCount(0);
        assertThat(tray(engineer)).containsText("inch-acc-3");

        engineer.navigate("/blocks?query=name+is+inch-acc-3&at=port+1/0/7");
        button(engineer, "Edit on these…").first().click();
        button(engineer, "Take away").click();
        button(engineer, "Add to ").click();
        assertThat(dialog).hasCount(0);
        tray(engineer).getByText("Open the preview").click();
        row(engineer, "inch-acc-3").getByRole(AriaRole.BUTTON).click();
        assertThat(engineer.getByLabel("Edits")).containsText("put: port 1/0/7");
    }

    /** Marked by keyboard, adopted together. */
    @Test
    @Order(25)
    void manyAreAdoptedAtOnce() {
        List<String> names = List.of("cairn-acc-1", "cairn-acc-2");
        for (String name : names) {
            server.standIn(name).device().type("deckhand", List.of("vlan 3666 \"crab season\""));
            server.standIn(name).device().save();
            api.copy(name);
        }
        engineer.navigate("/drift");
        for (String name : names) {
            row(engineer, name).getByRole(AriaRole.BUTTON).click();
            engineer.keyboard().press("x");
            assertThat(engineer.getByLabel("Mark " + name)).isChecked();
        }
        button(engineer, "Adopt 2…").click();
        engineer.keyboard().type("the season has begun");
        engineer.keyboard().press("Enter");
        for (String name : names) {
            assertThat(row(engineer, name)).hasCount(0);
            assertThat(api.get("/api/devices/" + name + "/agreed")
                            .json(200)
                            .get("note")
                            .asString())
                    .isEqualTo("the season has begun");
        }
    }
}
