package chaperone.e2e;

import chaperone.server.support.TestServer;
import chaperone.standins.demo.DemoFleet;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import com.microsoft.playwright.options.SelectOption;
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
            pages(browsing.logIn(ColorScheme.LIGHT, "r.anand", "demo-engineer"));
            Page settings = browsing.logIn(ColorScheme.LIGHT, "a.keel", "demo-administrator");
            settings.navigate("/devices/brkw-core-1/console");
            settings.getByText("Open a console").click();
            settings.getByText("logged in as chaperone").waitFor();
            settings.keyboard().type("show neighbours\r");
            settings.waitForTimeout(700);
            take(settings, "console");
            settings.navigate("/map");
            settings.getByText("A pair").first().waitFor();
            take(settings, "map");
            settings.navigate("/settings");
            settings.getByText("look, and approve changes").waitFor();
            take(settings, "settings");
            platforms(settings);
        }
    }

    private void pages(Page page) {
        page.getByText("49 devices at 17 sites").waitFor();
        page.navigate("/jobs/1");
        page.getByText("49 of 49").waitFor();
        page.navigate("/fleet?at=brkw-core-1");
        page.getByText("49 devices at 17 sites").waitFor();
        take(page, "fleet");
        page.navigate("/desk?span=month");
        page.getByText("Changes in time").waitFor();
        take(page, "desk");
        page.navigate("/history?span=month");
        page.getByText("Changes in time").waitFor();
        take(page, "history");
        page.navigate("/devices/brkw-core-1");
        page.getByText("+3 added").waitFor();
        take(page, "compare");
        page.navigate("/fleet/bring-in");
        page.getByLabel("Credential set").selectOption(new SelectOption().setLabel("switches (chaperone)"));
        page.getByLabel("Addresses", new Page.GetByLabelOptions().setExact(true))
                .fill(DemoFleet.listToBringIn(DEVICE_PORT));
        page.getByLabel("What the list does").waitFor();
        take(page, "bring-devices-in");
        page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName("Bring in").setExact(true))
                .click();
        page.waitForURL("**/jobs/*");
        page.getByText("16 of 16").waitFor();
        changes(page);
        together(page);
    }

    private void changes(Page page) {
        page.navigate("/drift?device=cairn-rtr-1");
        page.getByText("cairn-rtr-1: agreed against running").waitFor();
        page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Comparison"))
                .waitFor();
        take(page, "drift");
        page.navigate("/standards?standard=access+and+logging&tag=log&site=Dunsay");
        page.getByText("log-server 203.0.113.20 is missing").waitFor();
        take(page, "standards");
        page.navigate("/standards/access%20and%20logging");
        page.getByPlaceholder("a device", new Page.GetByPlaceholderOptions().setExact(true))
                .fill("duns-acc-1");
        page.getByText("Try it now").click();
        page.getByText("26 hold").waitFor();
        take(page, "clause");
        template(page);
        page.navigate("/rollouts/1");
        page.getByText("boot from r9-5.12.1.img").first().waitFor();
        take(page, "rollout");
        page.navigate("/changes/1?view=difference");
        page.getByText("kept on 2 devices").waitFor();
        page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Comparison"))
                .waitFor();
        take(page, "change");
    }

    private void together(Page page) {
        page.navigate("/standards/findings?tag=odd-port");
        page.getByText(" findings on ").waitFor();
        page.keyboard().press("Enter");
        page.getByText("Repair, as the device will read it").waitFor();
        take(page, "findings");
        page.navigate("/cases/1");
        page.getByText("3 things settled").waitFor();
        take(page, "case");
        page.navigate("/boards/1");
        page.getByText("now: ").waitFor();
        take(page, "board");
    }

    private void template(Page page) {
        page.navigate("/templates/segment%20on%20access%20ports?devices=brkw-acc-1,cairn-rtr-1,mv-curlew-sw-1");
        page.getByLabel("VLAN").fill("340");
        page.getByLabel("Ports of brkw-acc-1").first().fill("1/0/[3-8] not has camera");
        page.getByText("5 of 24").waitFor();
        page.getByText("lines sent").waitFor();
        take(page, "template");
    }

    private void platforms(Page page) {
        page.navigate("/platforms/altamont?tab=try");
        page.getByLabel("Device of the fleet, or an address").fill("cairn-rtr-1");
        page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName("Try").setExact(true))
                .click();
        page.getByText("neighbours: 4 rows").waitFor();
        take(page, "platform-tried");
        page.navigate("/bench?at=ald-wall-1");
        page.getByText("Let it go wrong").waitFor();
        page.locator("button", new Page.LocatorOptions().setHasText("Console")).click();
        page.getByText("logged in as").waitFor();
        page.keyboard().type("show neighbours\rshow counters rules\r");
        page.waitForTimeout(700);
        take(page, "bench");
    }

    private void take(Page page, String name) {
        page.evaluate("() => document.fonts.ready");
        page.screenshot(new Page.ScreenshotOptions().setPath(folder.resolve(name + ".png")));
    }
}
