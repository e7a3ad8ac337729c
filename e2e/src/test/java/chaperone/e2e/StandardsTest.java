package chaperone.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import chaperone.server.support.DevicePorts;
import chaperone.server.syslog.TestSyslog;
import chaperone.standins.OpenSsh;
import chaperone.standins.demo.DemoFleet;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.nio.file.Files;
import java.util.List;
import java.util.regex.Pattern;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.extension.RegisterExtension;

/** A standard from the library to its findings, by keyboard where that is quicker; and what is waived for a while. */
@Timeout(180)
class StandardsTest {
    private static final int PORT = DevicePorts.next();

    @RegisterExtension
    private static final DemoBrowsing DEMO = new DemoBrowsing(PORT, "status of 401", "status of 422");

    private static Locator button(Page page, String name) {
        return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name));
    }

    private static Locator labelled(Page page, String label) {
        return page.getByLabel(label, new Page.GetByLabelOptions().setExact(true));
    }

    @Test
    void fromTheLibraryToAFilledHeatTable() {
        Page page = DEMO.logIn("r.anand", "demo-engineer");
        page.navigate("/standards");
        assertThat(page.getByText("4 standards in force")).isVisible();
        page.keyboard().press("a");
        page.getByLabel("Name").fill("ports for people");
        page.keyboard().press("Enter");
        page.waitForURL("**/standards/ports%20for%20people");
        assertThat(page.getByText("No clause yet")).isVisible();

        page.keyboard().press("l");
        Locator dialog = page.getByRole(AriaRole.DIALOG);
        dialog.getByLabel("Platform").selectOption("corvane");
        dialog.getByLabel("Look for").fill("no such word");
        assertThat(dialog.getByText("None of them has this word.")).isVisible();
        assertThat(dialog.getByText("Take")).isDisabled();
        dialog.getByLabel("Look for").fill("port");
        dialog.getByText("spare-closed").click();
        dialog.getByText("port-texts").click();
        page.keyboard().press("Enter");
        assertThat(dialog).hasCount(0);

        labelled(page, "On").fill("brkw-acc-1");
        Locator trial = page.getByLabel("Trial on a device");
        assertThat(trial).containsText(Pattern.compile("spare-closed\\s+holds"));
        // A condition of another kind, and a value that is no number.
        button(page, "a value compares").click();
        labelled(page, "Line").fill("^member vlan (\\d+)$");
        page.getByRole(
                        AriaRole.COMBOBOX,
                        new Page.GetByRoleOptions().setName("Is").setExact(true))
                .selectOption("at most");
        labelled(page, "Limit").fill("many");
        assertThat(page.getByRole(AriaRole.ALERT).first()).containsText("\"limit\" is no value of the kind NUMBER");
        labelled(page, "Limit").fill("1");
        assertThat(trial).containsText("expected at most 1");

        button(page, "Publish").click();
        assertThat(page.getByText("in force, published by r.anand")).isVisible();
        page.navigate("/standards?standard=ports+for+people");
        assertThat(button(page, "at Brackwater fail").first()).isVisible();
    }

    @Test
    void whatIsWrongInYamlIsNamedAndNothingIsLost() {
        Page page = DEMO.logIn("r.anand", "demo-engineer");
        page.navigate("/standards/ports%20that%20face%20people");
        button(page, "YAML").click();
        Locator yaml = labelled(page, "YAML");
        assertThat(yaml).hasValue(Pattern.compile("kind: for_each"));
        String whole = yaml.inputValue();
        yaml.fill(whole.replace("kind: golden", "kind: silver"));
        button(page, "Keep as the draft").click();
        assertThat(page.getByRole(AriaRole.ALERT).last()).containsText("clause parked, \"kind\"");
        yaml.fill(whole.replace("limit: '5'", "limit: '7'"));
        button(page, "Keep as the draft").click();
        assertThat(page.getByText("the draft differs from what is in force")).isVisible();
        button(page, "flood").first().click();
        assertThat(labelled(page, "Limit")).hasValue("7");
    }

    /** What would alter a device is refused before it is asked; what it answers is there to write the pattern by. */
    @Test
    void aClauseAboutWhatADeviceAnswersIsWrittenByItsAnswer() {
        Page page = DEMO.logIn("a.keel", "demo-administrator");
        page.navigate("/standards/payment%20network");
        labelled(page, "On").fill("duns-acc-1");
        button(page, "New clause").click();
        page.getByRole(AriaRole.COMBOBOX, new Page.GetByRoleOptions().setName("Platform"))
                .selectOption("corvane");
        button(page, "what it answers").click();
        Locator command = page.getByRole(AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName("Command"));
        command.fill("restart");
        button(page, "Ask duns-acc-1 now").click();
        assertThat(page.getByText("is not known to only read")).isVisible();
        command.fill("show storage");
        button(page, "Ask duns-acc-1 now").click();
        assertThat(page.getByText("corvane-7.4.2.img")).isVisible();
        Locator line = page.getByRole(
                AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName("Line").setExact(true));
        line.fill("^free +[1-9]");
        Locator trial =
                page.getByLabel("Trial on a device").getByRole(AriaRole.ARTICLE).first();
        assertThat(trial).containsText("holds");
        line.fill("^free +0$");
        assertThat(trial).containsText("show storage: a line that fits ^free +0$ is missing");
        button(page, "has no line").click();
        assertThat(trial).containsText("holds");
    }

    @Test
    void aClauseIsWaivedForAWhileAndCountsAgain() {
        Page page = DEMO.logIn("r.anand", "demo-engineer");
        page.navigate("/standards?standard=access+and+logging&tag=log&site=Dunsay");
        assertThat(page.getByText("1 ends within a week")).isVisible();
        Locator cell = page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("at Dunsay fail log$")));
        int before = Integer.parseInt(cell.textContent().strip());
        Locator first = page.getByLabel("Findings").getByRole(AriaRole.BUTTON).first();
        first.click();
        button(page, "Except…").click();
        Locator dialog = page.getByRole(AriaRole.DIALOG);
        dialog.getByLabel("Why").fill("the quay is being rebuilt");
        page.keyboard().press("Enter");
        assertThat(dialog).hasCount(0);
        assertThat(first).containsText("excepted");
        assertThat(cell).hasText("" + (before - 1));

        Locator row = page.getByRole(AriaRole.ROW)
                .filter(new Locator.FilterOptions().setHasText("the quay is being rebuilt"));
        row.getByText("End it").click();
        assertThat(cell).hasText("" + before);
        assertThat(row).containsText("by r.anand");
    }

    private static Locator rowWith(Page page, String text) {
        return page.locator("tbody tr")
                .filter(new Locator.FilterOptions().setHasText(text))
                .first();
    }

    /** Somebody takes the last line of an access list: who and when stand beside it, and it is put back. */
    @Test
    void anAccessListAlteredByAccidentIsPutBack() throws Exception {
        Page page = DEMO.logIn("a.keel", "demo-administrator");
        Page wall = DEMO.logIn("watch", "demo-viewer");
        wall.setViewportSize(1920, 1080);
        wall.navigate("/boards/1?wall=1");
        Locator clauses =
                wall.getByRole(AriaRole.ROW, new Page.GetByRoleOptions().setName(Pattern.compile("^lists-end ")));
        assertThat(clauses).containsText("100 %");
        assertThat(wall.getByLabel("Pages", new Page.GetByLabelOptions().setExact(true)))
                .hasCount(0);
        try (TestSyslog heard = TestSyslog.start(DEMO.server(), PORT)) {
            assertNotNull(heard);
            OpenSsh.type(
                    DEMO.server().standIn("gull-core-1").address(),
                    DemoFleet.PERSON,
                    DemoFleet.PERSON_PASSWORD,
                    List.of(
                            "admin",
                            DemoFleet.ADMIN_PASSWORD,
                            "edit",
                            "list quay-in",
                            "not 90",
                            "up",
                            "done",
                            "save",
                            "bye"));
            page.navigate("/standards/findings?tag=lists-end");
            Locator found = rowWith(page, "gull-core-1");
            assertThat(found).containsText("m.oduya from 127.");
            // The board on the other window has seen it by itself.
            assertThat(clauses).not().containsText("100 %");
        }
        page.keyboard().press("Enter");
        assertThat(page.getByText("Repair, as the device will read it")).isVisible();
        page.getByLabel("A note to this finding").fill("@r.anand who was that?");
        page.keyboard().press("Enter");
        assertThat(page.getByText("a.keel, ").first()).isVisible();
        page.evaluate("() => document.activeElement?.blur()");
        page.keyboard().press("r");
        assertThat(page.getByRole(AriaRole.STATUS).filter(new Locator.FilterOptions().setHasText("open its preview")))
                .isVisible();
        page.getByText("Where else?").first().click();
        assertThat(page.getByText("1 finding on 1 device.")).isVisible();
        repaired(page);
        page.navigate("/standards/findings?state=CLOSED&tag=lists-end");
        assertThat(rowWith(page, "gull-core-1")).containsText("altered");
        assertThat(clauses).containsText("100 %");
        assertTrue(DEMO.server().standIn("gull-core-1").device().runningText().contains("9999 stop ip any any"));
    }

    /** The draft change that the repair is in, from its preview to the end. */
    private static void repaired(Page page) {
        // The device was copied as soon as it said that it was edited, and saved after that.
        page.navigate("/devices/gull-core-1");
        button(page, "Copy now").click();
        page.waitForURL("**/jobs/*");
        assertThat(page.getByText("1 of 1")).isVisible();
        page.getByText("Open the preview").click();
        page.waitForURL("**/changes/*");
        assertThat(rowWith(page, "gull-core-1")).containsText("ready");
        button(page, "Propose").click();
        assertThat(page.getByText("somebody else is needed")).isVisible();
        Page approver = DEMO.logIn("t.lindgren", "demo-approver");
        approver.navigate(page.url().replaceFirst("^https?://[^/]+", ""));
        // Their own menu says approver, too.
        approver.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName("Approve").setExact(true))
                .click();
        button(page, "Run…").click();
        button(page, "Run it").click();
        assertThat(page.getByText("kept on 1 device, exactly as previewed")).isVisible();
    }

    @Test
    void aColleagueFindsACaseOnTheDeskAndSignsAReview() {
        Page page = DEMO.logIn("r.anand", "demo-engineer");
        page.navigate("/standards/findings?tag=odd-port&query=name+is+duns-acc-1,duns-acc-2");
        assertThat(page.getByText("2 findings on 2 devices.")).isVisible();
        page.keyboard().press("x");
        page.keyboard().press("j");
        page.keyboard().press("x");
        button(page, "Case…").click();
        Locator dialog = page.getByRole(AriaRole.DIALOG);
        dialog.getByLabel("What it is about").fill("Dunsay and port 8443");
        dialog.getByLabel("T. Lindgren").check();
        dialog.getByLabel("A word about it").fill("@t.lindgren may I?");
        button(page, "Open the case").click();
        page.waitForURL(Pattern.compile(".*/cases/\\d+$"));
        assertThat(page.getByText("0 of 2 things settled")).isVisible();

        Page approver = DEMO.logIn("t.lindgren", "demo-approver");
        approver.navigate("/desk");
        assertThat(approver.getByLabel("Notes and mentions")).containsText("may I?");
        approver.getByLabel("Waiting for somebody")
                .getByText("Dunsay and port 8443")
                .click();
        approver.getByLabel("What you say").fill("you may");
        button(approver, "Say it").click();
        assertThat(approver.getByLabel("Conversation")).containsText("you may");
        assertThat(page.getByLabel("Conversation")).containsText("you may");
        approver.evaluate("() => document.activeElement?.blur()");
        approver.keyboard().press("s");
        assertThat(approver.getByText("settled by t.lindgren")).isVisible();

        approver.navigate("/standards/reviews/1");
        button(approver, "Sign: I object").click();
        assertThat(approver.getByText("Say what you object to.").first()).isVisible();
        approver.getByLabel("Your remark").fill("the bait shop");
        button(approver, "Sign: I object").click();
        assertThat(approver.getByLabel("Signatures")).containsText("objects");
        assertThat(button(approver, "Sign: I accept")).hasCount(0);
        page.navigate("/standards/reviews");
        assertThat(rowWith(page, "the month")).containsText("1 of 1, 1 objects");
    }

    @Test
    void theReportSaysWhatTheServerSays() throws Exception {
        Page page = DEMO.logIn("r.anand", "demo-engineer");
        page.navigate("/standards?standard=payment+network");
        button(page, "Report").click();
        Download saved = page.waitForDownload(() -> button(page, "PDF").click());
        String told = (String) page.evaluate("""
                async () => {
                  const all = (await (await fetch('/api/standards/payment network/results')).json()).all;
                  return `${all.pass} verdicts pass, ${all.fail} fail, ${all.excepted} are excepted`;
                }
                """);
        try (PDDocument pdf = Loader.loadPDF(Files.readAllBytes(saved.path()))) {
            String text = new PDFTextStripper().getText(pdf).replaceAll("\\s+", " ");
            assertTrue(text.contains(told) && text.contains("odd-port"), text);
        }
    }

    /** From a device's own line to a clause of a draft, without typing it anew. */
    @Test
    void whatStandsSomewhereBecomesAClause() {
        Page page = DEMO.logIn("r.anand", "demo-engineer");
        page.navigate("/devices/brkw-acc-1/configuration?find=time-server");
        assertThat(page.getByText("1 place")).isVisible();
        page.keyboard().press("n");
        page.keyboard().press("l");
        assertThat(page.getByRole(AriaRole.DIALOG)).containsText("time-server 198.51.100.7");
        button(page, "Must not stand").click();
        assertThat(page.getByRole(AriaRole.DIALOG)).containsText("^time-server");
        button(page, "Must stand").click();
        page.getByLabel("In which standard").selectOption("payment network");
        button(page, "Go on writing it").click();
        page.waitForURL("**/standards/payment%20network");
        assertThat(labelled(page, "Lines")).hasValue("time-server 198.51.100.7\n");
        assertThat(page.getByLabel("Trial on a device")).containsText(Pattern.compile("clause-\\d+\\s+holds"));
        button(page, "Earlier texts…").click();
        assertThat(page.getByRole(AriaRole.DIALOG)).containsText("r.anand");
    }
}
