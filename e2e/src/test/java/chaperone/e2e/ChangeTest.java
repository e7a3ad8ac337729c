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
import chaperone.standins.OpenSsh;
import chaperone.standins.demo.DemoFleet;
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
import tools.jackson.databind.JsonNode;

/** From somebody's edit by hand to a change that two people agreed on, that stands exactly, and is taken back again. */
@Timeout(180)
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class ChangeTest {
    private static final int DEVICE_PORT = DevicePorts.next();
    private static final String BY_NETCONF = "harr-rtr-1";

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

    @Test
    @Order(1)
    void driftShowsUpWhileThePageIsOpen() throws Exception {
        engineer.navigate("/drift");
        assertThat(row(engineer, "cairn-rtr-1")).isVisible();
        assertThat(row(engineer, "brkw-acc-1")).hasCount(0);
        OpenSsh.type(
                server.standIn("brkw-acc-1").address(),
                DemoFleet.PERSON,
                DemoFleet.PERSON_PASSWORD,
                List.of("admin", DemoFleet.ADMIN_PASSWORD, "edit", "vlan 388 \"bait shop\"", "done", "save", "bye"));
        api.copy("brkw-acc-1");
        assertThat(row(engineer, "brkw-acc-1")).containsText("vlan 388");
        assertThat(row(engineer, "brkw-acc-1")).containsText("+1");
    }

    @Test
    @Order(2)
    void theEngineerSaysWhoIsRight() {
        row(engineer, "brkw-acc-1").getByRole(AriaRole.BUTTON).click();
        assertThat(engineer.getByText("brkw-acc-1: agreed against running")).isVisible();
        engineer.getByLabel("Why").fill("asked for by the harbour");
        button(engineer, "Adopt all of it").click();
        assertThat(row(engineer, "brkw-acc-1")).hasCount(0);

        row(engineer, "cairn-rtr-1").getByRole(AriaRole.BUTTON).click();
        button(engineer, "Put back all of it").click();
        assertThat(engineer.getByText("C-2 puts it back once it has run.")).isVisible();
        assertThat(tray(engineer)).containsText("3 edits on brkw-acc-3, brkw-rtr-1, cairn-rtr-1");
    }

    @Test
    @Order(3)
    void aLineThatSpeaksOfNothingIsNamedAndStopsTheDraft() {
        tray(engineer).getByText("Open the preview").click();
        assertThat(tray(engineer)).hasCount(0);
        assertThat(row(engineer, "cairn-rtr-1")).containsText("ready");
        engineer.keyboard().press("a");
        Locator dialog = engineer.getByRole(AriaRole.DIALOG);
        devices().fill("name is nobody");
        lines().fill("not vlan 3999");
        button(engineer, "Add to C-2").click();
        assertThat(dialog).containsText("No device is meant by it.");
        devices().fill("name is brkw-acc-3");
        assertThat(dialog).containsText("1 device");
        assertThat(dialog).containsText("Line 1: there is no \"vlan 3999\"");
        button(engineer, "Add to C-2").click();
        assertThat(row(engineer, "brkw-acc-3")).containsText("1 statement will not fit");
        assertThat(engineer.getByRole(AriaRole.ALERT)).containsText("Line 1: there is no \"vlan 3999\"");
        assertThat(button(engineer, "Propose")).isDisabled();
        linesAreSuggestedWhileTheyAreTyped();
        button(engineer, "Remove…").last().click();
        button(engineer, "Remove the edit").click();
        assertThat(row(engineer, "brkw-acc-3")).containsText("ready");
        button(engineer, "Difference").click();
        assertThat(engineer.getByText("vlan 377 \"ice house\"").first()).isVisible();
    }

    @Test
    @Order(4)
    void anotherPersonApprovesWhatTheySee() {
        assertThat(button(engineer, "Approve")).hasCount(0);
        button(engineer, "Propose").click();
        approver.navigate("/changes/2");
        assertThat(row(approver, "brkw-acc-3")).containsText("ready");
        assertThat(button(approver, "Run")).hasCount(0);
        button(approver, "Approve").click();
        assertThat(approver.getByText("Approved by t.lindgren")).isVisible();
        assertThat(button(engineer, "Run…")).isEnabled();
    }

    @Test
    @Order(5)
    void oneRefusalPutsAllBackAndTheSecondRunIsExact() {
        server.standIn("brkw-acc-3").set(Fault.REFUSES, 13);
        button(engineer, "Run…").click();
        assertThat(engineer.getByRole(AriaRole.ALERTDIALOG)).containsText("brkw-acc-3, brkw-rtr-1, cairn-rtr-1");
        button(engineer, "Run it").click();
        assertThat(row(engineer, "brkw-acc-3")).containsText("refused");
        assertThat(engineer.getByText("put back: nothing of it stands on any of 3 devices"))
                .isVisible();
        assertThat(row(engineer, "cairn-rtr-1")).containsText("as before");
        assertThat(server.standIn("brkw-acc-3").device().runningText()).doesNotContain("ice house");

        server.standIn("brkw-acc-3").clear(Fault.REFUSES);
        button(engineer, "Run…").click();
        button(engineer, "Run it").click();
        assertThat(engineer.getByText("kept on 3 devices, exactly as previewed"))
                .isVisible();
        for (String device : List.of("brkw-acc-3", "brkw-rtr-1", "cairn-rtr-1"))
            assertThat(row(engineer, device)).containsText("exact");
        assertThat(server.standIn("brkw-acc-3").device().savedText()).contains("ice house");
        assertThat(engineer.getByLabel("Console of")).containsText("vlan 377");
    }

    @Test
    @Order(6)
    void theRevisionLineAndDriftKnowThatItWasPlanned() {
        engineer.navigate("/drift");
        assertThat(row(engineer, "mv-heron-sw-1")).isVisible();
        assertThat(row(engineer, "cairn-rtr-1")).hasCount(0);
        engineer.navigate("/devices/brkw-acc-3");
        assertThat(engineer.getByText("· planned here, C-2 ·").first()).isVisible();
    }

    @Test
    @Order(7)
    void itIsTakenBackAsAChangeOfItsOwn() {
        engineer.navigate("/changes/2");
        button(engineer, "Undo as a new change").click();
        engineer.waitForURL("**/changes/3");
        assertThat(row(engineer, "brkw-acc-3")).containsText("ready");
        approveAndRun(engineer, approver);
        assertThat(engineer.getByText("kept on 3 devices, exactly as previewed"))
                .isVisible();
        assertThat(server.standIn("brkw-acc-3").device().savedText()).doesNotContain("ice house");
    }

    @Test
    @Order(8)
    void aFindingIsRepairedThroughTheSameDraft() {
        engineer.navigate("/standards");
        engineer.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName(Pattern.compile("^\\d+ at Dunsay fail log$")))
                .click();
        assertThat(engineer.getByLabel("Finding", new Page.GetByLabelOptions().setExact(true)))
                .containsText("log-server 203.0.113.20 is missing");
        button(engineer, "Repair here").click();
        assertThat(tray(engineer)).containsText("1 edit on duns-");
        tray(engineer).getByText("Open the preview").click();
        assertThat(row(engineer, "duns-")).containsText("ready");
        assertThat(engineer.getByText("log-server 203.0.113.20").first()).isVisible();
    }

    /** By keyboard alone, for three switches at once; nothing of it is added. */
    private static void linesAreSuggestedWhileTheyAreTyped() {
        engineer.keyboard().press("a");
        Locator dialog = engineer.getByRole(AriaRole.DIALOG);
        devices().fill("role is access and site is Brackwater");
        assertThat(dialog).containsText("3 devices; words are suggested for brkw-acc-1");
        lines().focus();
        engineer.keyboard().type("port 1/0/9\nme");
        assertThat(dialog.getByRole(AriaRole.OPTION)).containsText("member vlan");
        engineer.keyboard().press("ArrowDown");
        engineer.keyboard().press("Tab");
        assertThat(lines()).containsText("member vlan");
        assertThat(dialog).containsText("In port 1/0/9");
        engineer.keyboard().type(" 330\nfld 2\nup");
        assertThat(dialog).containsText("Line 3: None of the");
        engineer.keyboard().press("Escape");
        assertThat(dialog).hasCount(0);
    }

    /** While one types, the sample device is judged; what cannot be kept says why. */
    @Test
    @Order(9)
    void aClauseIsTriedWhileItIsWritten() {
        engineer.navigate("/standards/access%20and%20logging");
        engineer.getByPlaceholder("a device", new Page.GetByPlaceholderOptions().setExact(true))
                .fill("brkw-acc-1");
        assertThat(engineer.getByLabel("Trial on a device")).containsText("log holds");
        engineer.getByLabel("Lines", new Page.GetByLabelOptions().setExact(true))
                .fill("log-server {{log}}\ntime-server 192.0.2.1");
        assertThat(engineer.getByLabel("Trial on a device")).containsText("time-server 192.0.2.1 is missing");
        engineer.keyboard().press("Control+s");
        assertThat(engineer.getByText("the draft differs from what is in force"))
                .isVisible();
        button(engineer, "no-bait-shop").click();
        engineer.getByLabel("Statement", new Page.GetByLabelOptions().setExact(true))
                .fill("(open");
        assertThat(engineer.getByRole(AriaRole.ALERT).first())
                .containsText("Clause no-bait-shop: \"pattern\" is no pattern");
        engineer.keyboard().press("Control+s");
        assertThat(engineer.getByText("Mend it and send the standard again; nothing was kept.")
                        .first())
                .isVisible();
        assertThat(engineer.getByLabel("Statement", new Page.GetByLabelOptions().setExact(true)))
                .hasValue("(open");
    }

    @Test
    @Order(10)
    void aTemplateIsFilledInForFourFamiliesAtOnce() {
        engineer.navigate("/templates");
        engineer.getByText("segment on access ports").click();
        engineer.getByLabel("VLAN").fill("34O");
        engineer.getByLabel("Devices", new Page.GetByLabelOptions().setExact(true))
                .locator("visible=true")
                .fill("inch-acc-3 esth-rtr-1 ald-wall-1 mv-curlew-sw-1");
        engineer.keyboard().press("Enter");
        Locator here = engineer.getByLabel("On the device");
        assertThat(here).containsText("\"34O\" is not a whole number");
        assertThat(button(engineer, "Add to C-")).isDisabled();
        engineer.getByLabel("VLAN").fill("340");
        engineer.getByLabel("Ports of inch-acc-3").first().fill("1/0/[5-8] not");
        assertThat(here).containsText("Something must follow the last word.");
        engineer.getByLabel("Ports of inch-acc-3").first().fill("1/0/[5-8] not 1/0/7");
        assertThat(here).containsText("3 of 24");
        engineer.getByLabel("1/0/8", new Page.GetByLabelOptions().setExact(true))
                .uncheck();
        assertThat(here).containsText("2 of 24");
        assertThat(here).containsText("vlan 340 \"fish market\"");
        engineer.getByText("esth-rtr-1").click();
        engineer.getByLabel("lan-0", new Page.GetByLabelOptions().setExact(true))
                .check();
        assertThat(here).containsText("put ports lan-0 text \"fish market\"");
        engineer.getByText("ald-wall-1").click();
        engineer.getByLabel("Gateway of ald-wall-1").fill("192.0.2.77");
        assertThat(here).containsText("object fish-market host 192.0.2.77");
        assertThat(engineer.getByText("fits all of them")).isVisible();
        button(engineer, "Add to C-").click();
        engineer.waitForURL("**/changes/*");
        for (String device : List.of("inch-acc-3", "esth-rtr-1", "ald-wall-1", "mv-curlew-sw-1"))
            assertThat(row(engineer, device)).containsText("ready");
    }

    /** The draft of the tests before goes on: lines by NETCONF, a part of an earlier revision, and a clause that refuses. */
    @Test
    @Order(11)
    void whatAClauseRefusesIsNotSentUntilItIsMended() {
        bringInByNetconf();
        engineer.navigate("/devices/brkw-acc-2");
        button(engineer, "Restore ").click();
        button(engineer, "Add to the draft").click();
        tray(engineer).getByText("Open the preview").click();
        type(
                BY_NETCONF,
                "<ports xmlns=\"urn:example:altamont\"><port><name>lan-2</name><text>fish market</text></port></ports>");
        assertThat(engineer.getByLabel("What " + BY_NETCONF + " is told"))
                .containsText(Pattern.compile("<name>lan-2</name>\\s*<text>fish market</text>"));
        button(engineer, "Undo").first().click();
        assertThat(engineer.getByLabel("What " + BY_NETCONF + " is told")).containsText("nc:operation=\"delete\"");
        button(engineer, "Commands").click();

        type("inch-acc-3", "vlan 388 \"bait shop\"");
        assertThat(engineer.getByRole(AriaRole.ALERT).first()).containsText("Refused: access and logging no-bait-shop");
        assertThat(row(engineer, "inch-acc-3")).containsText("refused");
        assertThat(button(engineer, "Propose")).isDisabled();
        button(engineer, "Remove…").last().click();
        button(engineer, "Remove the edit").click();
        assertThat(button(engineer, "Propose")).isEnabled();
        assertThat(row(engineer, "inch-acc-3")).containsText("ready");
    }

    /** A router that waits to be brought in, by the only interface that every maker has. */
    private void bringInByNetconf() {
        long set = 0;
        for (JsonNode each : api.get("/api/credential-sets").json(200))
            if (each.get("name").asString().equals("routers"))
                set = each.get("id").asLong();
        String list =
                "address,platform\n" + server.standIn(BY_NETCONF).address().getHostString() + ",plain-netconf\n";
        api.awaitJob(
                api.post("/api/imports", Map.of("csv", list, "credentialSet", set, "port", DEVICE_PORT, "listName", ""))
                        .json(202)
                        .get("job")
                        .asLong());
        api.copy(BY_NETCONF);
    }

    private static void type(String device, String lines) {
        button(engineer, "Type lines…").click();
        devices().fill("name is " + device);
        lines().fill(lines);
        button(engineer, "Add to C-").click();
        assertThat(engineer.getByRole(AriaRole.DIALOG)).hasCount(0);
    }

    private static Locator devices() {
        return field("Devices");
    }

    private static Locator lines() {
        return field("Lines");
    }

    private static Locator field(String label) {
        return engineer.getByRole(
                AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName(label).setExact(true));
    }

    @Test
    @Order(12)
    void itStandsOnAllFamiliesAndIsTakenBackButForWhatSomebodyElseAltered() {
        String before = server.standIn(BY_NETCONF).device().keptRunning();
        approveAndRun(engineer, approver);
        assertThat(engineer.getByText(Pattern.compile("kept on [67] devices, exactly as previewed")))
                .isVisible();
        for (String device : List.of("inch-acc-3", "esth-rtr-1", "ald-wall-1", "mv-curlew-sw-1", BY_NETCONF))
            assertThat(server.standIn(device).device().savedText()).containsPattern("fish.market");

        server.standIn("ald-wall-1").device().type("deckhand", List.of("object fish-market host 192.0.2.78"));
        api.copy("ald-wall-1");
        String done = engineer.url();
        button(engineer, "Undo as a new change").click();
        engineer.waitForURL(url -> !url.equals(done));
        row(engineer, "ald-wall-1").click();
        assertThat(row(engineer, "ald-wall-1")).containsText("will not fit");
        assertThat(button(engineer, "Propose")).isDisabled();
        button(engineer, "Leave these as they are").click();
        approveAndRun(engineer, approver);
        assertThat(engineer.getByText(Pattern.compile("kept on [567] devices, exactly as previewed")))
                .isVisible();
        for (String device : List.of("inch-acc-3", "esth-rtr-1", "mv-curlew-sw-1"))
            assertThat(server.standIn(device).device().savedText()).doesNotContainPattern("fish.market");
        assertThat(server.standIn("ald-wall-1").device().savedText()).contains("192.0.2.78");
        assertThat(server.standIn(BY_NETCONF).device().keptSaved()).isEqualTo(before);
    }

    @Test
    @Order(13)
    void aTextThatCannotBeFilledInStaysOnThePageAndSaysWhere() {
        engineer.navigate("/templates/segment%20on%20access%20ports/write");
        button(engineer, "brisling").click();
        engineer.getByLabel("Text for brisling").fill("object {{ label }}\nhost {{ adress }}");
        engineer.keyboard().press("Control+s");
        assertThat(engineer.getByRole(AriaRole.ALERT).first()).containsText("brisling, line 2: \"adress\" is no field");
        assertThat(engineer.getByLabel("Text for brisling")).hasValue("object {{ label }}\nhost {{ adress }}");
    }
}
