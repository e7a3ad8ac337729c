package chaperone.e2e;

import chaperone.server.support.TestServer;
import chaperone.standins.demo.DemoFleet;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;

/** Takes the pictures of docs/screenshots from the demo's data; only when asked to. */
@EnabledIfSystemProperty(named = "screenshots", matches = ".+")
class ScreenshotsTest {
    private static final int DEVICE_PORT = 2022;

    private final Path folder = Path.of("..").resolve(System.getProperty("screenshots", "."));

    @Test
    void takeAll() {
        try (TestServer server = TestServer.startDemo(DEVICE_PORT);
                Browsing browsing = new Browsing(server)) {
            Page login = browsing.page(ColorScheme.LIGHT);
            login.navigate("/login");
            login.getByLabel("Password").waitFor();
            take(login, "log-in");
            pages(browsing.logIn(ColorScheme.LIGHT, "r.anand", "demo-engineer"));
            Page dark = browsing.logIn(ColorScheme.DARK, "r.anand", "demo-engineer");
            dark.navigate("/devices/brkw-core-1?layout=one");
            dark.getByText("+3 added").waitFor();
            take(dark, "compare-one-column-dark");
            Page settings = browsing.logIn(ColorScheme.LIGHT, "a.keel", "demo-administrator");
            settings.navigate("/settings");
            settings.getByText("all Corvane switches").waitFor();
            take(settings, "settings");
        }
    }

    private void pages(Page page) {
        page.getByText("12 devices at 3 sites").waitFor();
        page.navigate("/jobs/1");
        page.getByText("12 of 12").waitFor();
        page.navigate("/fleet?at=brkw-core-1");
        page.getByText("12 devices at 3 sites").waitFor();
        take(page, "fleet");
        page.navigate("/devices/brkw-core-1");
        page.getByText("+3 added").waitFor();
        take(page, "compare");
        page.navigate("/fleet/bring-in");
        page.getByLabel("Addresses", new Page.GetByLabelOptions().setExact(true))
                .fill(DemoFleet.listToBringIn(DEVICE_PORT));
        take(page, "bring-devices-in");
        page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName("Bring in").setExact(true))
                .click();
        page.waitForURL("**/jobs/*");
        page.getByText("12 of 12").waitFor();
        take(page, "job");
        page.navigate("/jobs");
        page.getByText("Copy the whole fleet").waitFor();
        take(page, "jobs");
    }

    private void take(Page page, String name) {
        page.evaluate("() => document.fonts.ready");
        page.screenshot(new Page.ScreenshotOptions().setPath(folder.resolve(name + ".png")));
    }
}
