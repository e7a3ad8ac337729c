package chaperone.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.support.DevicePorts;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.extension.RegisterExtension;

/** Choosing devices by a query, by keyboard, and editing those that were chosen. */
@Timeout(180)
class FleetTest {
    // What is half typed cannot be read yet, and Chromium notes each such answer.
    @RegisterExtension
    private static final DemoBrowsing DEMO = new DemoBrowsing(DevicePorts.next(), "401", "400");

    @Test
    void devicesAreFoundKeptAsAGroupEditedAndTakenOut() throws IOException {
        Page page = DEMO.logIn("r.anand", "demo-engineer");
        page.navigate("/fleet");
        matching(page, 49);

        // A query with what is offered, and a mistake at its place.
        page.keyboard().press("/");
        page.keyboard().type("site is cairn");
        assertThat(page.locator(".cm-tooltip-autocomplete")).containsText("\"Cairn Point\"");
        // Who types on is faster than the server: what it offers then is taken all the same.
        List<Route> held = new ArrayList<>();
        page.route("**/api/query-help**", held::add);
        page.keyboard().press("Backspace");
        page.keyboard().press("Tab");
        page.waitForCondition(() -> !held.isEmpty());
        assertThat(page.getByLabel("Filter")).isFocused();
        page.unroute("**/api/query-help**");
        held.forEach(Route::resume);
        assertThat(page.getByLabel("Filter")).hasText("site is \"Cairn Point\"");
        page.keyboard().type("and colour is red");
        assertThat(page.getByRole(AriaRole.ALERT)).containsText("No field is called so");
        assertThat(page.locator("mark")).hasText("colour");
        for (int i = 0; i < "colour is red".length(); i++) page.keyboard().press("Backspace");
        page.keyboard().type("name is cairn-acc-[1-2]");
        matching(page, 2);
        assertThat(page.getByRole(AriaRole.ALERT)).hasCount(0);
        page.keyboard().press("Enter");

        // The address brings the very view back.
        page.reload();
        matching(page, 2);
        assertThat(page.getByLabel("Filter")).hasText("site is \"Cairn Point\" and name is cairn-acc-[1-2]");

        page.getByText("Save as group…").click();
        page.getByLabel("Name").fill("ticket hall");
        page.keyboard().press("Enter");
        assertThat(page.getByText("means site is \"Cairn Point\" and name is cairn-acc-[1-2]"))
                .isVisible();
        matching(page, 2);

        // Both are chosen and edited at once.
        page.keyboard().press("x");
        page.keyboard().press("j");
        page.keyboard().press("x");
        page.getByText("Change…", new Page.GetByTextOptions().setExact(true)).click();
        page.getByLabel("Add tags").fill("payment, kiosks");
        page.getByRole(AriaRole.DIALOG).getByLabel("Role").fill("hall");
        page.getByText("Change 2 devices").last().click();
        page.getByText("more: platform, release, tag").click();
        assertThat(page.getByRole(AriaRole.GROUP, named("Tag"))).containsText("payment 2");
        assertThat(rows(page).first()).containsText("hall");

        page.getByText("Clear filter").click();
        page.getByRole(AriaRole.GROUP, named("Tag")).getByText("kiosks").click();
        matching(page, 2);
        page.getByText("Export", new Page.GetByTextOptions().setExact(true)).click();
        Download table =
                page.waitForDownload(() -> page.getByText("This list as CSV").click());
        List<String> lines = Files.readAllLines(table.path());
        assertThat(table.suggestedFilename()).isEqualTo("fleet.csv");
        assertThat(lines).hasSize(3);
        assertThat(lines.get(1)).startsWith("cairn-acc-1,127.20.2.21,").contains(",kiosks payment,");

        page.getByText("Clear filter").click();
        page.getByRole(AriaRole.GROUP, named("Group")).getByText("ticket hall").click();
        page.getByText("Remove group").click();
        assertThat(page.getByRole(AriaRole.GROUP, named("Group"))).hasCount(0);
        matching(page, 49);
    }

    @Test
    void anAddressWithAQueryThatCannotBeReadShowsItsMistake() {
        Page page = DEMO.logIn("watch", "demo-viewer");
        page.navigate("/fleet?query=role+is+core+and+group+is+nobody");
        assertThat(page.getByRole(AriaRole.ALERT)).containsText("No group is called \"nobody\"");
        assertThat(page.locator("mark")).hasText("nobody");
        matching(page, 0);
        page.getByText("Clear filter").click();
        matching(page, 49);
    }

    @Test
    void aViewerChoosesButDoesNotEdit() {
        Page page = DEMO.logIn("watch", "demo-viewer");
        page.navigate("/fleet?query=role+is+core");
        matching(page, 15);
        page.keyboard().press("x");
        assertThat(page.getByRole(AriaRole.REGION, named("Chosen devices"))).containsText("1 device chosen");
        assertThat(page.getByText("Change…", new Page.GetByTextOptions().setExact(true)))
                .hasCount(0);
        assertThat(page.getByText("Save as group…")).hasCount(0);
    }

    /** The list is drawn only where it is looked at; it says how long it is. */
    private static void matching(Page page, int devices) {
        assertThat(page.getByRole(AriaRole.TABLE, named("Devices")))
                .hasAttribute("aria-rowcount", String.valueOf(devices + 1));
    }

    private static Locator rows(Page page) {
        return page.locator("[role=row]:has(input[type=checkbox])");
    }

    private static Page.GetByRoleOptions named(String name) {
        return new Page.GetByRoleOptions().setName(name).setExact(true);
    }
}
