package chaperone.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.support.DevicePorts;
import chaperone.server.syslog.TestSyslog;
import chaperone.standins.OpenSsh;
import chaperone.standins.demo.DemoFleet;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.extension.RegisterExtension;

/** What changed, who did it, and who has accounted for it: as somebody finds out who comes in the morning. */
@Timeout(180)
class HistoryTest {
    private static final int PORT = DevicePorts.next();

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
            // What else a first look finds of the device, such as a restart, may stand above it.
            Locator first = rowWith(page, "vlan 376");
            assertThat(first).containsText("brkw-acc-2");
            assertThat(first).containsText("m.oduya from 127.");
            assertThat(first).containsText("by SSH");
            assertThat(first).containsText("open");
            DEMO.server()
                    .standIn("brkw-acc-2")
                    .paste("admin\n" + DemoFleet.ADMIN_PASSWORD + "\nedit\nvlan 377 \"sail loft\"\ndone\nbye\n");
            assertThat(rowWith(page, "vlan 377")).containsText("not known who by the cable");
        }
        rowWith(page, "vlan 377").locator("td button").click();
        page.getByRole(
                        AriaRole.REGION,
                        new Page.GetByRoleOptions().setName("Comparison").setExact(true))
                .first()
                .waitFor();
        assertThat(page.getByText("sail loft").last()).isVisible();
    }

    private static Locator rowWith(Page page, String text) {
        return page.locator("tbody tr")
                .filter(new Locator.FilterOptions().setHasText(text))
                .first();
    }

    /** What people talk about in the month before: the same on six devices, accidents, the cable, a ship that was away. */
    @Test
    void theMonthTellsItsStory() {
        Page page = engineer();
        page.navigate("/history?span=month&group=edit&query=role+is+access");
        page.getByText("Changes in time").waitFor();
        assertThat(rowWith(page, "vlan 395")).containsText("+ 5");
        page.navigate("/history?span=month&query=name+is+brkw-core-2,harr-core-1");
        assertThat(rowWith(page, "list quay-in")).isVisible();
        assertThat(rowWith(page, "port 1/0/3")).isVisible();
        page.navigate("/history?span=month&query=name+is+cairn-rtr-1");
        assertThat(rowWith(page, "filters")).containsText("not known who");
        page.navigate("/devices/mv-curlew-sw-1/events");
        assertThat(page.getByText("no answer").first()).isVisible();
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
        rows.nth(5).waitFor();
        int open = rows.count();
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

    /** One panel tells all that is known of a line; keys alone lead there and back. */
    @Test
    void whyALineIsHere() {
        Page page = engineer();
        page.navigate("/devices/brkw-core-1/configuration?find=vlan+340");
        page.getByText("2 places").waitFor();
        press(page, "n", "y");
        Locator panel = page.getByLabel("Why this line is here");
        assertThat(panel).containsText("vlan 340 \"fish market\"");
        assertThat(panel).containsText("m.oduya from 198.51.100.41 by SSH, claimed");
        assertThat(panel).containsText("member vlan 340");
        assertThat(panel).containsText("No other device has it.");
        assertThat(panel).containsText("came");
        panel.getByText("member vlan 340").click();
        assertThat(panel.getByText("What it uses")).isVisible();
        assertThat(panel.getByText("vlan 340 \"fish market\"").last()).isVisible();
        page.waitForURL("**line=**");
        page.reload();
        assertThat(panel).containsText("member vlan 340");
        press(page, "Escape");
        assertThat(panel).hasCount(0);
    }

    @Test
    void aListIsSavedForPeopleAndForPrograms() throws Exception {
        Page page = engineer();
        page.navigate("/history?span=year&kinds=RUNNING");
        page.getByText("Changes in time").waitFor();
        int matching = Integer.parseInt(
                number(page.locator("main p b").first().textContent().replace(",", "")));
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Export"))
                .click();
        Download json =
                page.waitForDownload(() -> page.getByText("This list as JSON").click());
        String text = Files.readString(json.path());
        assertThat(text.split("\"device\":")).hasSize(matching + 1);
        Download pdf =
                page.waitForDownload(() -> page.getByText("This list as PDF").click());
        assertThat(pdf.suggestedFilename()).isEqualTo("history.pdf");
        assertThat(Files.readAllBytes(pdf.path())).startsWith("%PDF".getBytes(StandardCharsets.US_ASCII));
    }

    @Test
    void everybodyArrangesTheirOwnDesk() {
        Page page = DEMO.logIn("watch", "demo-viewer");
        page.navigate("/desk");
        Locator routines = page.getByRole(
                AriaRole.REGION,
                new Page.GetByRoleOptions().setName("Next routines").setExact(true));
        routines.waitFor();
        page.getByText("Arrange").click();
        page.getByRole(AriaRole.GROUP, new Page.GetByRoleOptions().setName("Next routines"))
                .getByText("Hide")
                .click();
        page.getByText("Done").click();
        assertThat(routines).hasCount(0);
        page.reload();
        page.getByText("Notes and mentions").waitFor();
        assertThat(routines).hasCount(0);
        page.getByText("Arrange").click();
        page.getByText("Show next routines").click();
        page.getByText("Done").click();
        assertThat(routines).isVisible();
        Page other = engineer();
        other.navigate("/desk");
        assertThat(other.getByText("Next routines")).isVisible();
    }

    @Test
    void adoptingNeedsNoOtherPage() {
        Page page = engineer();
        page.navigate("/desk");
        Locator needs =
                page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Changes that need an answer"));
        Locator row = needs.locator("tbody tr").filter(new Locator.FilterOptions().setHasText("mv-heron-sw-1"));
        row.getByText("Adopt…").click();
        assertThat(page.getByText("of its configuration differ")).isVisible();
        page.keyboard().type("the crew asked for it");
        press(page, "Enter");
        assertThat(row).hasCount(0);
        page.waitForURL("**/desk");
        page.navigate("/drift");
        page.getByText("Drift").first().waitFor();
        assertThat(page.getByText("mv-heron-sw-1")).hasCount(0);
    }

    private static Page engineer() {
        return DEMO.logIn("r.anand", "demo-engineer");
    }

    /** What was kept elsewhere before, from a file to the device's line of revisions, and out again. */
    @Test
    void thePastOfADeviceIsBroughtIn() throws Exception {
        Page page = engineer();
        String now =
                page.request().get("/api/devices/inch-acc-3/revisions/1/text").text();
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
            zip.putNextEntry(new ZipEntry("inch-acc-3/2024-03-01T0212.conf"));
            zip.write((now + "vlan 398 \"sail loft\"\n").getBytes(StandardCharsets.UTF_8));
            zip.putNextEntry(new ZipEntry("lost-sw-1/2024-03-01T0212.conf"));
            zip.write(now.getBytes(StandardCharsets.UTF_8));
        }
        page.navigate("/fleet/bring-in?by=past");
        page.getByLabel("ZIP archive or Git bundle")
                .setInputFiles(new FilePayload("kept.zip", "application/zip", bytes.toByteArray()));
        assertThat(rowWith(page, "lost-sw-1")).containsText("names no device of the fleet");
        assertThat(rowWith(page, "inch-acc-3/")).containsText("becomes a revision");
        page.getByText("Bring in 1 revision").click();
        page.waitForURL("**/jobs/*");
        assertThat(page.getByText("1 revision of 1 device stands there from this job"))
                .isVisible();
        String job = page.url();
        page.navigate("/devices/inch-acc-3?a=-1&b=1");
        assertThat(page.getByText("sail loft").first()).isVisible();
        assertThat(page.getByText("revision -1 · brought in").last()).isVisible();
        page.navigate(job);
        page.getByText("Take out again…").click();
        page.getByText("Take out", new Page.GetByTextOptions().setExact(true)).click();
        assertThat(page.getByText("Nothing of what this job brought in")).isVisible();
    }

    private static void press(Page page, String... keys) {
        for (String key : keys) page.keyboard().press(key);
    }
}
