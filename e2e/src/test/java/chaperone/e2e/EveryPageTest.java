package chaperone.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import com.microsoft.playwright.options.ReducedMotion;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.FieldSource;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Every page by keyboard, in both themes: no console error, no request that leaves, no serious finding of axe-core.
 * Each page is a case of its own, so that no bound on time grows with their number.
 */
// The longest begins first, so that nothing waits for it alone in the end.
@Order(1)
@Timeout(180)
class EveryPageTest {
    private static final List<String> PAGES = List.of(
            "/desk",
            "/desk?span=month",
            "/history?span=year&query=model+is+C2024",
            "/history?span=year&query=site+is+Dunsay&group=edit&which=elsewhere",
            "/history?since=2001-01-01T00:00:00Z&until=2001-01-02T00:00:00Z",
            "/fleet",
            "/devices/brkw-core-1/configuration?who=1",
            "/devices/brkw-core-1/configuration?line=10&why=1",
            "/search",
            "/search?text=vlan+310",
            "/search?text=port+without+text",
            "/search?text=vlan+310&when=past",
            "/search?text=7.4&when=others",
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
            "/fleet/bring-in?by=past",
            "/freezes",
            "/devices/brkw-core-1/console",
            "/devices/brkw-core-1/configuration?find=vlan",
            "/devices/brkw-core-1/facts",
            "/devices/brkw-rtr-1/tables",
            "/devices/brkw-core-1/events",
            "/drift",
            "/drift/rules",
            "/blocks",
            "/blocks?query=role+is+access&at=time-server+198.51.100.7",
            "/drift?q=nothing-like-this",
            "/standards",
            "/standards?standard=access+and+logging&tag=no-bait-shop&site=Brackwater",
            "/standards/access%20and%20logging",
            "/standards/findings",
            "/standards/reviews",
            "/standards/reviews/1",
            "/cases",
            "/cases/1",
            "/boards",
            "/boards/1",
            "/boards/1?compose=1",
            "/boards/1?wall=1",
            "/map?by=sound&site=Dunsay",
            "/standards/findings?state=CLOSED",
            "/standards/matrix?standard=ports+that+face+people",
            "/devices/brkw-acc-1/standards?show=all",
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
    private static Page inside;
    private static Page viewers;
    private static final List<String> REFUSED = new CopyOnWriteArrayList<>();
    /** How many questions of a page the server has not answered yet, and when the last one was asked. */
    private static final String COUNT_QUESTIONS = """
            window.questions = { asked: 0, open: new Set() };
            const ask = window.fetch;
            window.fetch = (...question) => {
              const mine = ++questions.asked;
              questions.open.add(mine);
              return ask(...question).finally(() => questions.open.delete(mine));
            };
            """;

    @BeforeAll
    static void start() throws IOException {
        server = TestServer.startDemo(DevicePorts.next());
        browsing = new Browsing(server);
        axe = Files.readString(Path.of("../web/node_modules/axe-core/axe.min.js"));
        inside = browsing.logIn(ColorScheme.LIGHT, "a.keel", "demo-administrator");
        viewers = browsing.logIn(ColorScheme.LIGHT, "watch", "demo-viewer");
        viewers.onResponse(response -> {
            if (response.status() == 403) REFUSED.add(response.request().method() + " " + response.url());
        });
        List.of(inside, viewers).forEach(page -> page.addInitScript(COUNT_QUESTIONS));
    }

    @AfterAll
    static void stop() {
        browsing.close();
        server.close();
    }

    @BeforeEach
    void forget() {
        browsing.complaints.clear();
        REFUSED.clear();
    }

    @Test
    void theWayInIsSound() {
        Page page = browsing.page(ColorScheme.LIGHT);
        page.navigate("/login");
        page.getByLabel("Password").waitFor();
        assertSound(page, "html");
        page.context().close();
        // Asking who is logged in before log-in is a 401, which the browser's console reports by itself.
        browsing.complaints.removeIf(complaint -> complaint.contains("status of 401"));
        assertThat(browsing.complaints).isEmpty();
    }

    @ParameterizedTest
    @FieldSource("PAGES")
    void isSound(String path) {
        open(inside, path);
        assertSound(inside, path.equals(PAGES.get(0)) ? "html" : "main");
        assertKeysAreListed(inside, path);
        assertReachable(inside);
        assertFits(inside);
        assertThat(browsing.complaints).isEmpty();
    }

    /** Each page once, and each of its tabs: what else an address says shows other rows, and the same controls. */
    private static Stream<String> pagesOfViewers() {
        Set<String> shown = new HashSet<>();
        return PAGES.stream()
                .filter(path -> !path.startsWith("/bench"))
                .filter(path ->
                        shown.add(path.replaceAll("[?&](?!tab=|by=|group=|when=|layout=|kind=|why=|find=)[^&]*", "")));
    }

    private static void open(Page page, String path) {
        page.navigate(path);
        page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1))
                .waitFor();
        assertThat(page.getByText("Loading…")).hasCount(0);
        assertThat(page.locator("[aria-busy=true]")).hasCount(0);
        waitForAnswers(page);
    }

    /** What a page asks by itself whenever anything moves may never end: only what was asked until now has to be answered. */
    private static void waitForAnswers(Page page) {
        Object asked = page.evaluate("questions.asked");
        page.waitForFunction("last => [...questions.open].every((question) => question > last)", asked);
    }

    /** Whatever a viewer can press leads somewhere or says something, and is never refused by the server. */
    @ParameterizedTest
    @MethodSource("pagesOfViewers")
    void noControlOfAViewerIsRefused(String path) {
        open(viewers, path);
        pressAll(viewers);
        // What waits until nobody types any more is asked a little later.
        Object pressed = viewers.evaluate("performance.now()");
        viewers.waitForFunction("then => performance.now() - then > 400", pressed);
        waitForAnswers(viewers);
        assertThat(REFUSED).isEmpty();
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

    /**
     * All rules in the light theme; the dark one differs in its colours alone.
     *
     * @param part which is looked at: what frames every page is the same on all of them
     */
    private static void assertSound(Page page, String part) {
        page.evaluate(axe);
        assertThat(seriousFindings(page, part, List.of("wcag2a", "wcag2aa", "wcag21aa", "wcag22aa")))
                .isEmpty();
        page.emulateMedia(media(ColorScheme.DARK));
        assertThat(seriousFindings(page, part, List.of("color-contrast")))
                .as("dark")
                .isEmpty();
        page.emulateMedia(media(ColorScheme.LIGHT));
    }

    /** Without motion: half way from one theme to the other no colour is right. */
    private static Page.EmulateMediaOptions media(ColorScheme scheme) {
        return new Page.EmulateMediaOptions().setColorScheme(scheme).setReducedMotion(ReducedMotion.REDUCE);
    }

    private static List<?> seriousFindings(Page page, String part, List<String> rules) {
        return (List<?>) page.evaluate("""
                async ([part, rules]) => (await axe.run(part, { runOnly: rules })).violations
                  .filter((v) => v.impact === 'serious' || v.impact === 'critical')
                  .flatMap((v) => v.nodes.map((n) => v.id + ': ' + n.html.slice(0, 160) + ' ' + n.failureSummary))
                """, List.of(part, rules));
    }

    /** On a small screen, at 150 % of the usual one, and on a large one: nothing of the page stands beside it. */
    private static void assertFits(Page page) {
        for (int[] size : new int[][] {{1024, 768}, {853, 533}, {2560, 1440}, {1280, 800}}) {
            page.setViewportSize(size[0], size[1]);
            // What a page measures it draws anew a moment after its size has changed.
            page.waitForFunction("""
                    () => [document.documentElement, document.querySelector('main')]
                      .every((e) => e.scrollWidth - e.clientWidth <= 1)
                    """);
        }
    }

    /** One key opens the list, and the same key or Escape closes it. */
    private static void assertKeysAreListed(Page page, String path) {
        page.evaluate("() => document.activeElement?.blur()");
        Locator list = page.getByRole(AriaRole.DIALOG, new Page.GetByRoleOptions().setName("Keys"));
        page.keyboard().press("?");
        assertThat(list).containsText("Audit log");
        page.keyboard().press(path.length() % 2 == 0 ? "Escape" : "?");
        assertThat(list).hasCount(0);
    }

    /** Tab leads to everything that can be used, and is never caught. */
    private static void assertReachable(Page page) {
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
        assertThat(missed).as("not reached by Tab").isEmpty();
    }
}
