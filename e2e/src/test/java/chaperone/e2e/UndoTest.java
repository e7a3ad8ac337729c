package chaperone.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import chaperone.server.support.DevicePorts;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is removed is gone without a question, and one key brings it back; what cannot come back asks first. */
@Timeout(180)
class UndoTest {
    @RegisterExtension
    private static final DemoBrowsing DEMO = new DemoBrowsing(DevicePorts.next(), "status of 401");

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            /routines                                          | /routines                | firewalls
            /templates/segment%20on%20access%20ports/write     | /templates               | segment on access ports
            /standards/access%20and%20logging                  | /standards               | access and logging
            /releases?model=C2024                              | /releases?model=C2024    | 7.5.1 is the standard release
            """)
    void itComesBackByOneKey(String removedAt, String seenAt, String text) {
        Page page = DEMO.logIn("r.anand", "demo-engineer");
        page.navigate(seenAt);
        Locator main = page.locator("main");
        assertThat(main.getByText(text).first()).isVisible();
        page.navigate(removedAt);
        button(page, "Remove").first().click();
        assertThat(page.getByRole(AriaRole.STATUS).getByText("Undo")).isVisible();
        assertThat(page.getByRole(AriaRole.DIALOG)).hasCount(0);
        if (!page.url().endsWith(seenAt)) page.waitForURL("**" + seenAt);
        assertThat(main.getByText(text)).hasCount(0);
        page.keyboard().press("u");
        assertThat(page.getByRole(AriaRole.STATUS).getByText("Undo")).hasCount(0);
        page.navigate(seenAt);
        assertThat(main.getByText(text).first()).isVisible();
    }

    @Test
    void aDeviceComesBackWithItsPast() {
        Page page = DEMO.logIn("r.anand", "demo-engineer");
        page.navigate("/fleet?query=brkw-core-1");
        page.getByText("1 match").waitFor();
        page.keyboard().press("j");
        page.keyboard().press("x");
        page.getByLabel("Chosen devices").getByText("Remove").click();
        page.getByText("0 match").waitFor();
        page.keyboard().press("u");
        page.getByText("1 match").waitFor();
        page.navigate("/devices/brkw-core-1");
        assertThat(page.getByText("12 revisions")).isVisible();
    }

    @Test
    void whatIsOnTheMapComesBack() {
        Page page = DEMO.logIn("r.anand", "demo-engineer");
        page.navigate("/map?site=Cairn%20Point");
        button(page, "Pin a note…").click();
        page.getByLabel("cairn-core-1, core").focus();
        page.keyboard().press("Enter");
        page.keyboard().type("new fan is on its way");
        button(page, "Save").click();
        Locator notes = page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Notes"));
        assertThat(notes).containsText("cairn-core-1: new fan is on its way");
        button(page, "Remove note 1").click();
        assertThat(notes).containsText("Nothing is pinned");
        page.keyboard().press("u");
        assertThat(notes).containsText("cairn-core-1: new fan is on its way");

        page.navigate("/map");
        button(page, "Pin a note…").click();
        button(page, "Gull Rock, 4 devices").click();
        page.keyboard().type("lift out of order");
        button(page, "Save").click();
        assertThat(notes).containsText("Gull Rock: lift out of order");
        assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1)))
                .hasText("Map");
        button(page, "Remove note 1").click();

        Locator pairs = page.getByRole(AriaRole.LISTITEM).filter(new Locator.FilterOptions().setHasText("brkw-core-1"));
        pairs.first().getByText("Not a pair").click();
        assertThat(page.getByRole(AriaRole.STATUS).getByText("Undo")).isVisible();
        page.keyboard().press("u");
        assertThat(pairs.first().getByText("Not a pair")).isVisible();
    }

    private static Locator button(Page page, String name) {
        return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name));
    }
}
