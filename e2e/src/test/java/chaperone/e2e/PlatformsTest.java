package chaperone.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.support.DevicePorts;
import chaperone.standins.device.Fault;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.SelectOption;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.extension.RegisterExtension;

/** Equipment that nobody has seen before is reached by a text, and the bench lets devices go wrong. */
@Timeout(180)
class PlatformsTest {
    @RegisterExtension
    private static final DemoBrowsing DEMO = new DemoBrowsing(DevicePorts.next(), "401", "422");

    @Test
    void aNewMakeIsAFileNotAProgram() {
        Page page = administrator();
        page.navigate("/platforms");
        page.getByText("Add a platform…").click();
        page.getByLabel("Name").fill("quay-wall");
        page.getByLabel("Begin with the text of")
                .selectOption(new SelectOption().setLabel("Any command line, one statement a line"));
        page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName("Save").setExact(true))
                .click();
        page.waitForURL("**/platforms/quay-wall?from=plain-flat");
        Locator editor = page.getByLabel("Text of the platform");
        assertThat(editor).containsText("platform: quay-wall");

        // A mistake is shown at its line, and saving names it.
        editor.locator(".cm-line")
                .filter(new Locator.FilterOptions().setHasText("logout: exit"))
                .click();
        page.keyboard().press("End");
        page.keyboard().type("\nleeve: x");
        assertThat(page.locator(".cm-lint-marker-error")).isVisible();
        page.keyboard().press("Control+s");
        assertThat(page.getByRole(AriaRole.ALERT)).containsText("\"leeve\" is not known here");
        page.keyboard().press("End");
        for (int i = 0; i < "leeve: x".length(); i++) page.keyboard().press("Backspace");
        page.keyboard().type("tel");
        assertThat(page.locator(".cm-tooltip-autocomplete")).containsText("telnet");
        page.keyboard().press("Escape");
        for (int i = 0; i < "tel".length(); i++) page.keyboard().press("Backspace");

        // Trying it tells step by step what fits and what does not.
        replaceLine(page, editor, "prompt:", "prompt: '^ready$'");
        tryOn(page, "ald-wall-1");
        step(page, "Connected", "SHA256:");
        step(page, "End: no", "a prompt that its platform does not know");
        replaceLine(page, editor, "prompt:", "prompt: '^[^\\s%]+( edit)? % ?$'");
        replaceLine(page, editor, "name:", "name: '^fact name (\\S+)$'");
        tryOn(page, "ald-wall-1");
        step(page, "Connected", "SHA256:");
        step(page, "Prompt found", "ald-wall-1 %");
        step(page, "Facts found", "name ald-wall-1");
        step(page, "Written back", "the same to the byte");
        page.getByText("show config").first().click();
        assertThat(page.getByLabel("Answer").last()).containsText("zone quay ports e1,e2");

        page.keyboard().press("Control+s");
        assertThat(page.getByText("Saved, and in force at once.")
                        .or(page.getByText("added here"))
                        .first())
                .isVisible();
        page.navigate("/platforms");
        assertThat(page.getByText("added here")).isVisible();

        // A device is brought in with it, and copied.
        page.navigate("/fleet/bring-in");
        page.getByLabel("Platform").selectOption("quay-wall");
        page.getByLabel("Credential set").selectOption(new SelectOption().setLabel("firewalls (chaperone)"));
        page.getByLabel("Addresses", new Page.GetByLabelOptions().setExact(true))
                .fill("127.20.9.32:" + DEMO.server().devicePort());
        page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName("Bring in").setExact(true))
                .click();
        assertThat(page.getByText("Added to the fleet as ald-wall-2")).isVisible();
        page.navigate("/devices/ald-wall-2");
        page.getByText("Copy now").click();
        assertThat(page.getByRole(AriaRole.TABLE)).containsText("Copied; the configuration has changed.");
    }

    @Test
    void aPastedTextIsReadAndItsOddPlaceNamed() {
        Page page = administrator();
        page.navigate("/platforms/altamont?tab=read");
        page.getByText("Use the sample").click();
        page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName("Read").setExact(true))
                .click();
        assertThat(page.getByText("Written back it is the same to the byte.")).isVisible();
        assertThat(page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Tree")))
                .containsText("chain edge-in");
        page.getByLabel("Configuration to read").fill("system {\n    name x\n}\n");
        page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName("Read").setExact(true))
                .click();
        assertThat(page.getByText("line 2, column 5: the statement does not end with ;"))
                .isVisible();
        assertThat(page.getByText("A copy like this would be refused.")).isVisible();
    }

    @Test
    void theShippedTextComesBack() {
        Page page = administrator();
        page.navigate("/platforms/pellon");
        Locator editor = page.getByLabel("Text of the platform");
        replaceLine(page, editor, "title:", "title: Small switch aboard");
        page.keyboard().press("Control+s");
        assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1)))
                .hasText("Small switch aboard");
        page.getByText("Back to the shipped text…").click();
        assertThat(page.getByRole(AriaRole.ALERTDIALOG)).containsText("8 devices will be read by it");
        page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName("Go back").setExact(true))
                .click();
        assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1)))
                .hasText("Pellon small switch");
        page.getByText("Earlier texts").click();
        assertThat(page.getByText("text 1 by a.keel")).isVisible();
    }

    @Test
    void anEngineerLooksAndTheBenchLetsDevicesGoWrong() {
        Page page = DEMO.logIn("r.anand", "demo-engineer");
        page.navigate("/platforms/corvane?tab=try");
        assertThat(page.getByText("Only an administrator tries a platform")).isVisible();
        assertThat(page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Save")))
                .hasCount(0);
        page.navigate("/bench?at=cairn-acc-1");
        page.getByLabel("Let it go wrong").selectOption("HANGS");
        page.getByText("Set it").click();
        assertThat(page.getByLabel("Clear hangs")).isVisible();
        assertThat(DEMO.server().standIn("cairn-acc-1").faults()).containsKey(Fault.HANGS);
        page.getByLabel("Clear hangs").click();
        assertThat(page.getByLabel("Clear hangs")).hasCount(0);
        page.keyboard().press("c");
        assertThat(page.getByText("logged in as m.oduya")).isVisible();
        page.keyboard().type("show facts\r");
        assertThat(page.locator(".xterm")).containsText("serial");
        page.getByText("End…").click();
        page.getByText("End it").click();
        assertThat(page.locator(".xterm")).hasCount(0);
        page.navigate("/bench?at=mv-curlew-sw-1");
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Out of reach"))
                .click();
        assertThat(page.getByText("Call to berth")).isVisible();
        assertThat(DEMO.server().standIn("mv-curlew-sw-1").isUp()).isFalse();
        page.getByText("Call to berth").click();
        assertThat(page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Out of reach")))
                .isVisible();
    }

    @Test
    void aViewerFindsNoBench() {
        Page page = DEMO.logIn("watch", "demo-viewer");
        assertThat(page.getByText("Platforms")).isVisible();
        assertThat(page.getByText("Bench")).hasCount(0);
    }

    private static Page administrator() {
        return DEMO.logIn("a.keel", "demo-administrator");
    }

    private static void tryOn(Page page, String device) {
        page.getByText("Try on a device").click();
        page.getByLabel("Device of the fleet, or an address").fill(device);
        page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName("Try").setExact(true))
                .click();
    }

    private static void step(Page page, String name, String seen) {
        Locator step = page.getByRole(AriaRole.LISTITEM).filter(new Locator.FilterOptions().setHasText(name));
        assertThat(step.first()).containsText(seen);
    }

    /** Puts another text in the first line that has {@code start}, by keyboard, with its indentation kept. */
    private static void replaceLine(Page page, Locator editor, String start, String text) {
        Locator line = editor.locator(".cm-line")
                .filter(new Locator.FilterOptions().setHasText(start))
                .first();
        line.click();
        page.keyboard().press("Home");
        page.keyboard().press("Shift+End");
        page.keyboard().insertText(text);
    }
}
