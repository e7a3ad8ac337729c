package chaperone.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import chaperone.server.support.DevicePorts;
import chaperone.server.support.KillableServer;
import chaperone.server.support.TestServer;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

/** The server is killed under an open page, and comes back. */
@Timeout(600)
class ServerAwayTest {
    private static final int DEVICE_PORT = DevicePorts.next();

    @Test
    void aPageKeepsWhatItShowedSaysSinceWhenAndCatchesUpByItself() throws Exception {
        try (KillableServer server = new KillableServer(DEVICE_PORT, Duration.ZERO);
                Browsing browsing = new Browsing(server.address())) {
            server.bringIn(List.of("brkw-acc-1"));
            Page page = browsing.logIn(ColorScheme.LIGHT, "admin", TestServer.PASSWORD);
            Locator row = page.getByRole(AriaRole.ROW).filter(new Locator.FilterOptions().setHasText("brkw-acc-1"));
            assertThat(row).isVisible();
            assertThat(page.getByText("Nothing running")).isVisible();

            page.evaluate("async () => { await navigator.serviceWorker.ready; }");
            server.end();
            Locator strip = page.getByText("No connection to the server since");
            assertThat(strip).isVisible();
            assertThat(page.getByText("not known", new Page.GetByTextOptions().setExact(true)))
                    .isVisible();
            assertThat(row).isVisible();
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Copy all"))
                    .click();
            assertThat(page.getByRole(AriaRole.ALERT).first()).containsText("server");

            page.reload();
            assertThat(page.getByRole(AriaRole.HEADING)).hasText("No connection to the server");
            assertThat(page.getByRole(AriaRole.STATUS)).containsText("times so far");

            server.begin();
            assertThat(row).isVisible();
            assertThat(strip).hasCount(0);
            server.admin().post("/api/sites", Map.of("name", "Brackwater")).status();
            assertThat(page.getByText("Nothing running")).isVisible();
            page.navigate("/audit-log");
            page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Audit log"))
                    .last()
                    .click();
            page.waitForURL("**/audit");
        }
    }
}
