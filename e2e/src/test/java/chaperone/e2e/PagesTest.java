package chaperone.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.support.TestServer;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Every page by keyboard, in both themes: no console error, no request that leaves, no serious finding of axe-core. */
@Timeout(180)
class PagesTest {
    private static final List<String> PAGES = List.of(
            "/fleet",
            "/fleet?query=no-such-device",
            "/fleet/bring-in",
            "/devices/brkw-core-1",
            "/devices/brkw-core-1?layout=one&noise=1",
            "/devices/brkw-core-1?kind=SAVED",
            "/devices/brkw-core-1?layout=structure&noise=1",
            "/compare",
            "/compare?bd=brkw-acc-1&ad=brkw-acc-2&place=2",
            "/compare?bt=1&at=1",
            "/routines",
            "/devices/ald-wall-1",
            "/devices/mv-curlew-sw-1",
            "/platforms",
            "/platforms/corvane",
            "/platforms/altamont?tab=read",
            "/platforms/pellon?tab=texts",
            "/platforms/harbour-switch?from=plain-flat",
            "/bench",
            "/jobs",
            "/jobs/1",
            "/settings",
            "/credentials",
            "/credentials/1",
            "/account",
            "/map",
            "/map?site=Brackwater&by=matched",
            "/imports",
            "/fleet?sort=-changed&columns=site+address+serial+tags",
            "/fleet/bring-in?by=ranges",
            "/fleet/bring-in?by=new",
            "/devices/brkw-core-1/console",
            "/devices/brkw-core-1/configuration?find=vlan",
            "/devices/brkw-core-1/facts",
            "/devices/brkw-rtr-1/tables",
            "/devices/brkw-core-1/events",
            "/drift",
            "/drift?q=nothing-like-this",
            "/standards",
            "/standards?standard=access+and+logging&tag=no-bait-shop&site=Brackwater",
            "/standards/access%20and%20logging",
            "/releases?model=C2024",
            "/rollouts",
            "/rollouts/1",
            "/rollouts/2",
            "/templates",
            "/templates/segment%20on%20access%20ports?devices=brkw-acc-1,cairn-rtr-1",
            "/templates/segment%20on%20access%20ports/write",
            "/changes?show=all",
            "/changes/1",
            "/changes/2",
            "/changes/2?view=difference",
            "/audit",
            "/removed");
    private static TestServer server;
    private static Browsing browsing;
    private static String axe;

    @BeforeAll
    static void start() throws IOException {
        server = TestServer.startDemo(2952);
        browsing = new Browsing(server);
        axe = Files.readString(Path.of("../web/node_modules/axe-core/axe.min.js"));
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

    @ParameterizedTest
    @EnumSource(names = {"LIGHT", "DARK"})
    void everyPageIsSound(ColorScheme scheme) {
        Page page = browsing.page(scheme);
        page.navigate("/login");
        page.getByLabel("Password").waitFor();
        assertSound(page, "/login", scheme);
        page.context().close();
        Page inside = browsing.logIn(scheme, "a.keel", "demo-administrator");
        for (String path : PAGES) {
            inside.navigate(path);
            inside.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1))
                    .waitFor();
            assertThat(inside.getByText("Loading…")).hasCount(0);
            assertSound(inside, path, scheme);
            // By keyboard both themes are the same page.
            if (scheme == ColorScheme.LIGHT) {
                assertKeysAreListed(inside, path);
                assertReachable(inside, path);
            }
        }
        // Asking who is logged in before log-in is a 401, which the browser's console reports by itself.
        browsing.complaints.removeIf(complaint -> complaint.contains("status of 401"));
        assertThat(browsing.complaints).isEmpty();
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
        assertThat(page.getByRole(AriaRole.OPTION)).hasCount(2);
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
        assertThat(page.getByText("Export .diff")).hasCount(0);
        page.navigate("/fleet");
        page.getByText("49 devices").waitFor();
        assertThat(page.getByText("Bring devices in…")).hasCount(0);
    }

    /** Whatever a viewer can press leads somewhere or says something, and is never refused by the server. */
    @Test
    void noControlOfAViewerIsRefused() {
        Page page = browsing.logIn(ColorScheme.LIGHT, "watch", "demo-viewer");
        List<String> refused = new CopyOnWriteArrayList<>();
        page.onResponse(response -> {
            if (response.status() == 403) refused.add(response.request().method() + " " + response.url());
        });
        for (String path : PAGES) {
            if (path.startsWith("/bench")) continue;
            page.navigate(path);
            page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1))
                    .waitFor();
            assertThat(page.getByText("Loading…")).hasCount(0);
            pressAll(page);
            assertThat(refused).as(path).isEmpty();
        }
    }

    /** Every button of the page as it came, one after the other, until one of them leads away; then the others. */
    private static void pressAll(Page page) {
        String here = page.url();
        int next = 0;
        while (next >= 0) {
            next = ((Number) page.evaluate("""
                    async (from) => {
                      const buttons = [...document.querySelectorAll('main button:not(:disabled)')];
                      const here = location.pathname;
                      const close = (dialog) => dialog.dispatchEvent(new Event('cancel', { cancelable: true }));
                      for (let i = from; i < buttons.length; i++) {
                        buttons[i].click();
                        await new Promise(requestAnimationFrame);
                        document.querySelectorAll('dialog[open]').forEach(close);
                        if (location.pathname !== here) return i + 1;
                      }
                      return -1;
                    }
                    """, next)).intValue();
            if (next >= 0) page.navigate(here);
        }
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

    /** All rules once; the dark theme differs in its colours alone. */
    private static void assertSound(Page page, String path, ColorScheme scheme) {
        page.evaluate(axe);
        List<String> rules = scheme == ColorScheme.LIGHT
                ? List.of("wcag2a", "wcag2aa", "wcag21aa", "wcag22aa")
                : List.of("color-contrast");
        Object findings = page.evaluate("""
                async (rules) => (await axe.run({ runOnly: rules })).violations
                  .filter((v) => v.impact === 'serious' || v.impact === 'critical')
                  .flatMap((v) => v.nodes.map((n) => v.id + ': ' + n.html.slice(0, 160) + ' ' + n.failureSummary))
                """, rules);
        assertThat((List<?>) findings).as(path).isEmpty();
    }

    /** One key opens the list, and the same key or Escape closes it. */
    private static void assertKeysAreListed(Page page, String path) {
        page.evaluate("() => document.activeElement?.blur()");
        Locator list = page.getByRole(AriaRole.DIALOG, new Page.GetByRoleOptions().setName("Keys"));
        press(page, "?");
        assertThat(list).containsText("Audit log");
        press(page, path.length() % 2 == 0 ? "Escape" : "?");
        assertThat(list).hasCount(0);
    }

    /** Tab leads to everything that can be used, and is never caught. */
    private static void assertReachable(Page page, String path) {
        page.evaluate("() => document.activeElement?.blur()");
        Number usable = (Number) page.evaluate("""
                () => {
                  const all = [...document.querySelectorAll('a[href], button, input, select, textarea, summary, [tabindex="0"]')];
                  const seen = all.filter((e) => e.checkVisibility() && !e.disabled && e.tabIndex >= 0);
                  window.places = new Set(seen);
                  document.addEventListener('focusin', (event) => window.places.delete(event.target));
                  return seen.length;
                }
                """);
        // A page may get more while it is walked through, or the same anew: what is gone need not be reached.
        List<?> missed = List.of();
        for (int i = 0; i < usable.intValue() / 10 + 10; i++) {
            for (int press = 0; press < 20; press++) page.keyboard().press("Tab");
            missed = (List<?>) page.evaluate("""
                    () => [...window.places].filter((e) => e.isConnected).map((e) => e.outerHTML.slice(0, 120))
                    """);
            if (missed.isEmpty()) return;
        }
        assertThat(missed).as("not reached by Tab on %s", path).isEmpty();
    }
}
