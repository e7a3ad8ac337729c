package chaperone.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What holds on all pages alike: keys, undo, preferences, what a viewer sees, a page that is not there. */
@Timeout(180)
class PagesTest {
    private static TestServer server;
    private static Browsing browsing;

    @BeforeAll
    static void start() {
        server = TestServer.startDemo(DevicePorts.next());
        browsing = new Browsing(server);
    }

    @AfterAll
    static void stop() {
        browsing.close();
        server.close();
    }

    @AfterEach
    void leave() {
        browsing.closePages();
    }

    @Test
    void anEngineersWayThroughTheProductNeedsNoMouse() {
        Page page = browsing.logIn(ColorScheme.LIGHT, "r.anand", "demo-engineer");
        page.getByText("49 devices").waitFor();
        press(page, "j", "x", "j", "x");
        assertThat(page.getByText("2 devices chosen")).isVisible();
        press(page, "Escape");
        assertThat(page.getByText("2 devices chosen")).hasCount(0);
        press(page, "k", "Enter");
        page.waitForURL("**/devices/ald-core-1");
        press(page, "?");
        assertThat(page.getByRole(AriaRole.DIALOG)).containsText("next difference");
        press(page, "Escape");
        assertThat(page.getByRole(AriaRole.DIALOG)).hasCount(0);
        page.keyboard().press("Control+k");
        page.keyboard().type("cairn core");
        // Two devices, and the search in all configurations.
        assertThat(page.getByRole(AriaRole.OPTION)).hasCount(3);
        press(page, "ArrowDown", "Enter");
        page.waitForURL("**/devices/cairn-core-2");
        page.goBack();
        page.waitForURL("**/devices/ald-core-1**");
        assertThat(page.getByRole(AriaRole.SLIDER)).hasCount(2);
        assertThat(browsing.complaints).noneMatch(complaint -> complaint.contains("status of 404"));
    }

    @Test
    void aViewerSeesAllAndChangesNothing() {
        Page page = browsing.logIn(ColorScheme.LIGHT, "watch", "demo-viewer");
        page.navigate("/devices/brkw-core-1");
        assertThat(page.getByText("added")).not().hasCount(0);
        assertThat(page.getByText("Copy now")).hasCount(0);
        assertThat(page.getByText("With secrets")).hasCount(0);
        page.navigate("/fleet");
        page.getByText("49 devices").waitFor();
        assertThat(page.getByText("Bring devices in…")).hasCount(0);
    }

    @Test
    void whatIsRemovedComesBackByOneKey() {
        Page page = browsing.logIn(ColorScheme.LIGHT, "r.anand", "demo-engineer");
        page.navigate("/fleet?query=name+has+acc");
        button(page, "Save as group…").click();
        page.getByLabel("Name").fill("at the kiosks");
        button(page, "Save group").click();
        Locator chips = page.getByRole(AriaRole.GROUP, new Page.GetByRoleOptions().setName("Group"));
        assertThat(chips.getByText("at the kiosks")).isVisible();
        button(page, "Remove group").click();
        assertThat(page.getByText("Removed the group at the kiosks.")).isVisible();
        assertThat(chips.getByText("at the kiosks")).hasCount(0);
        press(page, "u");
        assertThat(chips.getByText("at the kiosks")).isVisible();
        assertThat(page.getByText("Removed the group at the kiosks.")).hasCount(0);

        chips.getByText("at the kiosks").click();
        button(page, "Remove group").click();
        page.getByRole(AriaRole.STATUS).getByText("Lately removed").click();
        Locator row = page.getByRole(AriaRole.ROW)
                .filter(new Locator.FilterOptions().setHasText("at the kiosks"))
                .first();
        row.getByText("Undo").click();
        assertThat(row).containsText("put back by r.anand");
        page.navigate("/fleet");
        chips.getByText("at the kiosks").click();
        button(page, "Remove group").click();
        assertThat(chips.getByText("at the kiosks")).hasCount(0);
    }

    @Test
    void pagesAreReachedByTwoKeysAndListsByOne() {
        Page page = browsing.logIn(ColorScheme.LIGHT, "r.anand", "demo-engineer");
        page.getByText("49 devices").waitFor();
        press(page, "Shift+ArrowDown", "Shift+ArrowDown");
        assertThat(page.getByText("3 devices chosen")).isVisible();
        press(page, "End");
        page.waitForURL("**at=**");
        press(page, "g", "t");
        page.waitForURL("**/templates");
        page.getByRole(AriaRole.TABLE).waitFor();
        press(page, "j", "ArrowDown", "Enter");
        page.waitForURL("**/templates/*");
        String opened = page.url();
        page.goBack();
        page.waitForURL("**/templates");
        // The row that was left has the focus again.
        page.locator("td :focus").waitFor();
        press(page, "Enter");
        page.waitForURL(opened);
        press(page, "g", "f");
        page.getByText("49 devices").waitFor();
        page.keyboard().press("Control+k");
        page.keyboard().type("audit");
        assertThat(page.getByRole(AriaRole.OPTION)).containsText(new String[] {"Audit log"});
        press(page, "Enter");
        page.waitForURL("**/audit");
    }

    /** What one types next goes where it belongs, and is no key of the page. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "/fleet",
                "/routines",
                "/credentials",
                "/changes",
                "/standards",
                "/templates",
                "/rollouts",
                "/releases"
            })
    void afterTheKeyForSomethingNewTheFirstFieldHasTheFocus(String path) {
        Page page = browsing.logIn(ColorScheme.LIGHT, "a.keel", "demo-administrator");
        page.navigate(path);
        page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1))
                .waitFor();
        assertThat(page.getByText("Loading…")).hasCount(0);
        press(page, "a");
        page.locator("main input:focus, main textarea:focus, main select:focus, dialog :focus")
                .waitFor();
    }

    /** On a German keyboard brackets come with AltGr, which some systems tell as Ctrl and Alt together. */
    @Test
    void keysOfAnotherLayoutMoveTheHandlesToo() {
        Page page = browsing.logIn(ColorScheme.LIGHT, "r.anand", "demo-engineer");
        page.navigate("/devices/brkw-core-1");
        Locator first = page.getByRole(AriaRole.SLIDER, new Page.GetByRoleOptions().setName("Handle A"));
        first.waitFor();
        int at = Integer.parseInt(first.getAttribute("aria-valuenow"));
        press(page, ",");
        assertThat(first).hasAttribute("aria-valuenow", Integer.toString(at - 1));
        page.evaluate("""
                () => document.body.dispatchEvent(new KeyboardEvent('keydown',
                  { key: '[', ctrlKey: true, altKey: true, bubbles: true, cancelable: true }))
                """);
        assertThat(first).hasAttribute("aria-valuenow", Integer.toString(at - 2));
        press(page, ".");
        assertThat(first).hasAttribute("aria-valuenow", Integer.toString(at - 1));
    }

    @Test
    void timesThemeAndRowsAreAsOneLikes() {
        Page page = browsing.logIn(ColorScheme.LIGHT, "r.anand", "demo-engineer");
        page.navigate("/audit");
        button(page, "local").click();
        assertThat(page.locator("td time").first()).containsText(Pattern.compile("^\\d{4}-\\d\\d-\\d\\d .*Z$"));
        page.locator("header [aria-haspopup]").click();
        button(page, "dark").click();
        button(page, "narrow").click();
        assertThat(page.locator("html")).hasAttribute("data-theme", "nightwatch");
        page.reload();
        assertThat(page.locator("html")).hasAttribute("data-theme", "nightwatch");
        assertThat(page.locator("html")).hasAttribute("data-rows", "narrow");
        assertThat(page.locator("td time").first()).containsText("Z");
    }

    private static Locator button(Page page, String name) {
        return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name));
    }

    @Test
    void aPageThatIsNotThereSaysSo() {
        Page page = browsing.logIn(ColorScheme.LIGHT, "r.anand", "demo-engineer");
        page.navigate("/rulebases");
        assertThat(page.getByText("There is no such page")).isVisible();
        page.navigate("/devices/no-such-device");
        assertThat(page.getByRole(AriaRole.ALERT)).containsText("There is no device \"no-such-device\".");
    }

    private static void press(Page page, String... keys) {
        for (String key : keys) page.keyboard().press(key);
    }
}
