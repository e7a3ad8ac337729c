package chaperone.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.syslog.TestSyslog;
import chaperone.standins.OpenSsh;
import chaperone.standins.demo.DemoFleet;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.extension.RegisterExtension;

/** What changed, who did it, and who has accounted for it: as somebody finds out who comes in the morning. */
@Timeout(180)
class HistoryTest {
    private static final int PORT = 2989;

    @RegisterExtension
    static final DemoBrowsing DEMO = new DemoBrowsing(PORT, "status of 400", "status of 401");

    @Test
    void anEditFromOutsideAppearsWithAccountAndAddress() throws Exception {
        Page page = engineer();
        try (TestSyslog heard = TestSyslog.start(DEMO.server(), PORT)) {
            assertThat(heard).isNotNull();
            page.navigate("/history");
            page.getByText("Changes in time").waitFor();
            OpenSsh.type(
                    DEMO.server().standIn("brkw-acc-2").address(),
                    DemoFleet.PERSON,
                    DemoFleet.PERSON_PASSWORD,
                    List.of("admin", DemoFleet.ADMIN_PASSWORD, "edit", "vlan 376 \"rope walk\"", "done", "bye"));
            Locator first = page.locator("tbody tr").first();
            assertThat(first).containsText("vlan 376");
            assertThat(first).containsText("m.oduya from 127.");
            assertThat(first).containsText("by SSH");
            assertThat(first).containsText("open");
            DEMO.server()
                    .standIn("brkw-acc-2")
                    .paste("admin\n" + DemoFleet.ADMIN_PASSWORD + "\nedit\nvlan 377 \"sail loft\"\ndone\nbye\n");
            assertThat(first).containsText("vlan 377");
            assertThat(first).containsText("not known who by the cable");
        }
        first(page).locator("td button").click();
        page.getByRole(
                        AriaRole.REGION,
                        new Page.GetByRoleOptions().setName("Comparison").setExact(true))
                .first()
                .waitFor();
        assertThat(page.getByText("sail loft").last()).isVisible();
    }

    private static Locator first(Page page) {
        return page.locator("tbody tr").first();
    }

    /** No mouse: one by one, then all that is left, and back. */
    @Test
    void aWeeksDailyCheckNeedsNoMouse() {
        Page page = engineer();
        press(page, "g", "h");
        page.waitForURL("**/history");
        page.getByText("Changes in time").waitFor();
        press(page, "w");
        page.waitForURL("**/history?span=week");
        page.navigate("/history?span=week&which=open");
        page.getByText("Changes in time").waitFor();
        Locator rows = page.locator("tbody tr");
        int open = rows.count();
        assertThat(open).isGreaterThan(5);
        press(page, "t");
        assertThat(rows).hasCount(open - 1);
        press(page, "j", "x", "T");
        page.keyboard().type("ticket 4711");
        press(page, "Enter");
        assertThat(rows).hasCount(open - 2);
        press(page, "X");
        assertThat(page.getByText((open - 2) + " changes chosen")).isVisible();
        press(page, "t");
        page.getByText("Nothing changed").waitFor();
        press(page, "u");
        assertThat(rows).hasCount(open - 2);
        page.navigate("/history?span=week&which=elsewhere");
        assertThat(page.getByText("ticket 4711")).isVisible();
    }

    /** Every number of the desk leads to a list that holds exactly as many. */
    @Test
    void theDesksNumbersEqualTheirLists() {
        Page page = engineer();
        page.navigate("/desk?span=month");
        page.getByText("Changes in time").waitFor();
        String changes = textOf(page, "changes on");
        String elsewhere = textOf(page, "were not planned here");
        String open = textOf(page, "nobody has accounted for");
        follow(page, "changes on", changes);
        follow(page, "were not planned here", number(elsewhere) + " change");
        follow(page, "nobody has accounted for", number(open) + " change");
        Locator cells = page.locator("section[aria-label='Four questions by site'] td a");
        cells.first().waitFor();
        List<String> numbers = cells.allTextContents();
        for (int i = 0; i < numbers.size(); i += 5) {
            String number = numbers.get(i).strip();
            if (number.equals("?")) continue;
            cells.nth(i).click();
            page.waitForURL("**/fleet?**");
            assertThat(page.getByText(Pattern.compile("· " + number + " match")))
                    .isVisible();
            page.goBack();
            cells.first().waitFor();
        }
    }

    private static String textOf(Page page, String words) {
        return link(page, words).textContent().strip();
    }

    private static Locator link(Page page, String words) {
        return page.locator("main p a")
                .filter(new Locator.FilterOptions().setHasText(words))
                .first();
    }

    private static void follow(Page page, String words, String expected) {
        link(page, words).click();
        page.waitForURL("**/history?**");
        assertThat(page.locator("main p b").first()).containsText(expected);
        page.goBack();
        page.getByText("Changes in time").waitFor();
    }

    private static String number(String text) {
        Matcher digits = Pattern.compile("\\d+").matcher(text);
        assertThat(digits.find()).as(text).isTrue();
        return digits.group();
    }

    @Test
    void aLineOfThePastLeadsToWhoBroughtIt() {
        Page page = engineer();
        page.keyboard().press("Control+k");
        page.keyboard().type("vlan 340 \"fish");
        assertThat(page.getByRole(AriaRole.OPTION).last()).containsText("in all configurations");
        press(page, "Enter");
        page.waitForURL("**/search?**");
        assertThat(page.getByText("1 line on 1 device")).isVisible();
        page.getByText("When did it go?").click();
        Locator row = page.locator("tbody tr").first();
        assertThat(row).containsText("brkw-core-1");
        assertThat(row).containsText("came");
        assertThat(row).containsText("m.oduya from 198.51.100.41 by SSH");
        row.getByRole(AriaRole.LINK).click();
        page.waitForURL("**/devices/brkw-core-1**");
        assertThat(page.locator("main details summary")).containsText("m.oduya from 198.51.100.41 by SSH, claimed");
        page.navigate("/search?text=address+within+the+quay");
        assertThat(page.getByText("is neither a prefix nor a range of addresses"))
                .isVisible();
    }

    private static Page engineer() {
        return DEMO.logIn("r.anand", "demo-engineer");
    }

    private static void press(Page page, String... keys) {
        for (String key : keys) page.keyboard().press(key);
    }
}
