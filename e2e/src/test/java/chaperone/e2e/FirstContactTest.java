package chaperone.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.support.DevicePorts;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.SelectOption;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.extension.RegisterExtension;

/** A switch out of its box is told what it needs, with a log-in of its own; then somebody works on its console. */
@Timeout(180)
class FirstContactTest {
    @RegisterExtension
    private static final DemoBrowsing DEMO = new DemoBrowsing(DevicePorts.next(), "401", "400");

    @Test
    void aFactoryNewSwitchComesIntoTheFleet() {
        Page page = DEMO.logIn("a.keel", "demo-administrator");
        page.navigate("/credentials");
        button(page, "Add a credential set…").click();
        page.getByLabel("Name", exactly()).fill("spares");
        Locator possible = page.getByLabel("What this makes possible");
        assertThat(possible).containsText("Corvane switch, Altamont router, Brisling firewall, Pellon small switch");
        page.getByLabel("HTTPS", exactly()).uncheck();
        assertThat(possible).containsText("no copy no log-in by HTTPS");
        page.getByLabel("Account on the devices").fill("chaperone");
        page.getByLabel("Password", exactly()).fill("flood-tide-2");
        page.getByLabel("Password of the privileged level").fill("ebb-tide-1");
        page.getByLabel("Files go by").selectOption(new SelectOption().setLabel("no files"));
        assertThat(possible).containsText("no image transfer no transfer of files is chosen");
        button(page, "Another account for other protocols").click();
        page.getByLabel("Account on the devices of log-in 2").fill("web");
        page.getByLabel("Password of log-in 2").fill("x");
        // It is offered the protocols that were left; without any it is refused.
        page.getByLabel("HTTPS", exactly()).last().uncheck();
        page.getByLabel("Telnet", exactly()).last().uncheck();
        page.getByLabel("Where it may be used").fill("127.20.0.0/16");
        button(page, "Save").click();
        assertThat(page.getByRole(AriaRole.ALERT)).containsText("protocols");
        page.getByLabel("HTTPS", exactly()).last().check();
        button(page, "Save").click();
        assertThat(page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("spares")))
                .isVisible();

        page.navigate("/bench?at=esth-acc-1");
        button(page, "Make it factory-new").click();
        assertThat(page.getByLabel("esth-acc-1", exactly())).containsText("not answering");

        page.navigate("/fleet/bring-in?by=new");
        page.getByLabel("Name", exactly()).fill("esth acc 1");
        assertThat(page.getByRole(AriaRole.ALERT)).containsText("Name: expected letters");
        page.getByLabel("Name", exactly()).fill("esth-acc-1");
        page.getByLabel("Management address", exactly()).fill("127.20.4.21");
        page.getByLabel("Administrator's password", exactly()).fill("ebb-tide-1");
        page.getByLabel("Its password", exactly()).fill("flood-tide-2");
        Locator text = page.getByLabel("Text to paste");
        assertThat(text).hasValue(Pattern.compile("address 127\\.20\\.4\\.21/24"));
        assertThat(text).not().hasValue(Pattern.compile("flood-tide-2"));
        button(page, "Show passwords").click();
        assertThat(text).hasValue(Pattern.compile("secret flood-tide-2"));
        String base = text.inputValue();

        page.navigate("/bench?at=esth-acc-1");
        button(page, "Cable").click();
        page.getByLabel("What to paste at the cable").fill(base);
        button(page, "Paste it").click();
        assertThat(page.getByLabel("Screen")).hasValue(Pattern.compile("esth-acc-1:admin> save"));

        page.navigate("/fleet/bring-in");
        page.getByLabel("Credential set").selectOption(new SelectOption().setLabel("spares (chaperone, web)"));
        page.getByLabel("Addresses", exactly())
                .fill("127.20.4.21:" + DEMO.server().devicePort());
        button(page, "Bring in").click();
        assertThat(page.getByText("Added to the fleet as esth-acc-1")).isVisible();

        page.navigate("/fleet/bring-in?by=new");
        page.getByLabel("Device of the fleet").fill("esth-acc-1");
        button(page, "Check").click();
        Locator told = page.getByLabel("What the device was told");
        assertThat(told).containsText("name esth-acc-1");
        assertThat(told).containsText("no; only for hearing of edits");
        assertThat(told).not().containsText("needed now");
    }

    @Test
    void aConsoleIsRecordedAndPlayedBack() {
        Page page = DEMO.logIn("r.anand", "demo-engineer");
        page.navigate("/devices/duns-core-1");
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Console"))
                .click();
        assertThat(page.getByText("Nobody has opened a console on this device."))
                .isVisible();
        button(page, "Open a console").click();
        Locator screen = page.locator(".xterm-accessibility").first();
        assertThat(screen).containsText("duns-core-1:view>");
        page.keyboard().type("show facts");
        page.keyboard().press("Enter");
        assertThat(screen).containsText("serial");
        page.getByText("Facts").first().click();
        page.waitForURL("**/facts");
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Console"))
                .click();
        assertThat(page.locator(".xterm-accessibility").first()).containsText("serial");

        page.evaluate("""
                () => {
                  const data = new DataTransfer();
                  data.setData('text', 'show facts\\nshow neighbours\\n');
                  document.activeElement.dispatchEvent(
                    new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
                }
                """);
        assertThat(page.getByRole(AriaRole.ALERTDIALOG)).containsText("Send 2 lines to duns-core-1?");
        button(page, "Send them").click();
        assertThat(page.locator(".xterm-accessibility").first()).containsText("show neighbours");
        assertThat(button(page, "Stop sending")).hasCount(0);
        page.keyboard().press("F6");
        page.keyboard().press("Enter");
        button(page, "End it").click();
        assertThat(page.getByText("not ended")).hasCount(0);
        button(page, "Look").click();
        assertThat(page.locator(".xterm-accessibility").first()).containsText("duns-core-1:view> show facts");
        page.navigate("/devices/mv-curlew-sw-1");
        assertThat(page.getByText("its own page"))
                .hasAttribute("href", "https://127.20.23.11:" + DEMO.server().devicePort() + "/");
    }

    @Test
    void anEditOfManyIsUndone() {
        Page page = DEMO.logIn("r.anand", "demo-engineer");
        page.navigate("/fleet?query=site+is+Dunsay");
        page.getByText("6 match").first().waitFor();
        button(page, "Choose these 6").click();
        button(page, "Change…").click();
        page.getByLabel("Add tags").fill("winter");
        button(page, "Change 6 devices").click();
        assertThat(page.getByText("Changed 6 devices.")).isVisible();
        page.getByText("more: platform, release, tag").click();
        assertThat(page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("winter 6")))
                .isVisible();
        button(page, "Undo").click();
        assertThat(page.getByText("All 6 devices are as before.")).isVisible();
        assertThat(page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("winter 6")))
                .hasCount(0);
    }

    private static Locator button(Page page, String name) {
        return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name))
                .first();
    }

    private static Page.GetByLabelOptions exactly() {
        return new Page.GetByLabelOptions().setExact(true);
    }
}
