package chaperone.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import chaperone.core.table.Table;
import chaperone.core.table.Table.Row;
import chaperone.core.table.TableKind;
import chaperone.server.copy.CopyStore;
import chaperone.server.fleet.Fleet;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.table.Tables;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.SelectOption;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.extension.RegisterExtension;

/** Comparing whatever one likes, setting noise aside, routines and what is kept: in the browser, by keyboard. */
@Timeout(240)
class CompareTest {
    // What cannot be read yet is refused, and Chromium notes each such answer.
    @RegisterExtension
    private static final DemoBrowsing DEMO = new DemoBrowsing(DevicePorts.next(), "401", "422", "400", "404");

    private static final int LINES = 50_000;

    @BeforeAll
    static void giveDevicesAPast() {
        // The demo's first copies are to be older than what is made up here.
        new Api(DEMO.server().address()).logIn("watch", "demo-viewer").awaitJob(1);
        List<String> days = IntStream.range(0, 6)
                .mapToObj(day -> config("  seen " + (100 + day * 7), day == 5 ? "vlan 341 \"ice house\"" : ""))
                .toList();
        past("brkw-acc-2", days);
        past("brkw-acc-3", List.of(huge(0), huge(1)));
    }

    private static void past(String device, List<String> texts) {
        long id = DEMO.server().context().getBean(Fleet.class).get(device).id();
        CopyStore store = DEMO.server().context().getBean(CopyStore.class);
        for (int i = 0; i < texts.size(); i++) {
            store.storePast(id, texts.get(i), Instant.now().minus(Duration.ofMinutes(texts.size() - i)));
        }
    }

    private static String config(String counter, String last) {
        return String.join(
                "\n",
                "name brkw-acc-2",
                "vlan 330 \"ticket hall\"",
                "port 1/0/1",
                "  text \"kiosk\"",
                counter,
                "list quay-in",
                "  10 pass tcp any any 443",
                "  20 stop ip any any",
                last,
                "");
    }

    /** Every line of the two differs. */
    private static String huge(int version) {
        StringBuilder text = new StringBuilder("name brkw-acc-3\n");
        for (int i = 1; i < LINES; i++)
            text.append("vlan ").append(i).append(" \"hall ").append(version).append("\"\n");
        return text.toString();
    }

    @Test
    void aNoisePatternIsMadeFromALineTriedOnThePastKeptAndTakenBack() {
        Page page = DEMO.logIn("r.anand", "demo-engineer");
        page.navigate("/devices/brkw-acc-2");
        assertThat(page.getByText("+1 added")).isVisible();
        page.keyboard().press("n");
        assertThat(page.locator(".here")).containsText("seen");
        page.keyboard().press("s");
        Locator dialog = page.getByRole(AriaRole.DIALOG);
        assertThat(dialog.getByLabel("Pattern")).hasValue("^  seen (\\S+?)$");
        assertThat(dialog).containsText("fewer");
        assertThat(dialog).containsText(Pattern.compile("\\d+ to \\d+ are one"));

        // A pattern that cannot be read is told, and nothing is lost.
        dialog.getByLabel("Pattern").fill("(seen");
        page.keyboard().press("Tab");
        assertThat(dialog.getByRole(AriaRole.ALERT)).containsText("Not a pattern");
        dialog.getByLabel("Pattern").fill("^  seen (\\S+)$");
        page.keyboard().press("Tab");
        assertThat(dialog).containsText("fewer");
        page.keyboard().press("Tab");
        page.keyboard().type("counter");
        page.keyboard().press("Tab");
        page.keyboard().type("it counts");
        page.keyboard().press("Enter");
        assertThat(dialog).hasCount(0);
        assertThat(page.getByText("1 noise line set aside")).isVisible();
        assertThat(page.locator("circle.noise")).hasCount(4);

        page.navigate("/settings");
        page.getByLabel("Remove counter").focus();
        page.keyboard().press("Enter");
        // What cannot be taken back asks, and the focus is on Cancel.
        Locator question = page.getByRole(AriaRole.ALERTDIALOG);
        assertThat(question).containsText("Remove the noise pattern “counter”?");
        page.keyboard().press("Enter");
        assertThat(question).hasCount(0);
        assertThat(page.getByText("taken back by")).hasCount(0);
        page.getByLabel("Remove counter").focus();
        page.keyboard().press("Enter");
        question.getByText("Remove it").click();
        assertThat(page.getByText("taken back by r.anand")).isVisible();
        page.navigate("/devices/brkw-acc-2");
        assertThat(page.getByText("~1 modified")).isVisible();
        assertThat(page.locator("circle.noise")).hasCount(0);
    }

    @Test
    void byStructureALineIsFoundAndCanBeSetAside() {
        Page page = DEMO.logIn("r.anand", "demo-engineer");
        page.navigate("/devices/brkw-acc-2?layout=structure");
        Locator structure = page.getByRole(AriaRole.REGION, named("Comparison by structure"));
        assertThat(structure).containsText("seen");
        page.keyboard().press("f");
        page.keyboard().type("SEEN");
        page.keyboard().press("Enter");
        assertThat(structure.locator(".here")).containsText("seen");
        page.reload();
        assertThat(structure.locator(".hit")).hasCount(1);
        page.keyboard().press("f");
        page.keyboard().press("Enter");
        page.keyboard().press("Escape");
        assertThat(structure.locator(".hit")).hasCount(0);
        page.keyboard().press("s");
        Locator dialog = page.getByRole(AriaRole.DIALOG);
        assertThat(dialog.getByLabel("Pattern")).hasValue("^  seen (\\S+?)$");
        page.keyboard().press("Escape");
        assertThat(dialog).hasCount(0);
    }

    @Test
    void comparesByStructureDevicesAndTextsAndTheLinkBringsTheViewBack() {
        Page page = DEMO.logIn("watch", "demo-viewer");
        page.navigate("/compare");
        page.getByLabel("Device before").focus();
        page.keyboard().type("brkw-core-1");
        page.keyboard().press("Enter");
        page.getByLabel("Device after").focus();
        page.keyboard().type("brkw-core-2");
        page.keyboard().press("Enter");
        assertThat(page.getByRole(AriaRole.REGION, named("Comparison"))).containsText("brkw-core-2");
        page.getByLabel("Device after").blur();
        page.keyboard().press("w");
        page.keyboard().press("w");
        Locator structure = page.getByRole(AriaRole.REGION, named("Comparison by structure"));
        assertThat(structure).containsText("name");
        page.keyboard().press("n");
        page.keyboard().press("n");
        String here = page.locator(".here").innerText();
        page.reload();
        assertThat(page.locator(".here"))
                .hasText(
                        here,
                        new com.microsoft.playwright.assertions.LocatorAssertions.HasTextOptions()
                                .setUseInnerText(true));
        page.keyboard().press("x");
        assertThat(page.getByLabel("Device before")).hasValue("brkw-core-2");

        page.navigate("/compare?bt=1&at=1&layout=structure");
        page.getByLabel("Text before").focus();
        page.keyboard().insertText("list quay-in\n  10 pass tcp any any 443\n  20 stop ip any any\nport 1\n  open\n");
        page.getByLabel("Text after").focus();
        page.keyboard().insertText("port 1\nlist quay-in\n  10 stop ip any any\n  20 pass tcp any any 443\n");
        page.getByLabel("Texts are of platform").focus();
        page.keyboard().type("Corvane");
        assertThat(page.getByText("»1 moved")).isVisible();
        assertThat(page.getByText("+0 added")).isVisible();
        page.getByText("without a meaning set aside").focus();
        page.keyboard().press("Enter");
        assertThat(structure).containsText("goes without saying");
    }

    @Test
    void fiftyThousandLinesScrollAndJump() {
        Page page = DEMO.logIn("r.anand", "demo-engineer");
        page.navigate("/devices/brkw-acc-3");
        assertThat(page.getByText("~49,999 modified")).isVisible();
        Locator region = page.getByRole(AriaRole.REGION, named("Comparison"));
        region.evaluate("box => { box.scrollTop = box.scrollHeight; }");
        assertThat(region).containsText("vlan 49999");
        page.keyboard().press("f");
        page.keyboard().type("vlan 31234 ");
        page.keyboard().press("Enter");
        assertThat(page.locator(".here")).containsText("vlan 31234");
        page.keyboard().press("Escape");
        page.navigate("/devices/brkw-acc-3?layout=structure");
        assertThat(page.getByRole(AriaRole.REGION, named("Comparison by structure")))
                .containsText("vlan 1");
        for (int i = 0; i < 3; i++) page.keyboard().press("n");
        assertThat(page.locator(".here")).containsText("vlan 3");
    }

    @Test
    void whatATableShowedIsComparedAndTheLinkBringsItBack() {
        long id = DEMO.server().context().getBean(Fleet.class).get("brkw-acc-2").id();
        Tables tables = DEMO.server().context().getBean(Tables.class);
        tables.keep(id, List.of(macs("1/0/3", "1/0/4")), Instant.now().minus(Duration.ofHours(2)));
        tables.keep(id, List.of(macs("1/0/3", "1/0/9")), Instant.now());
        Page page = DEMO.logIn("watch", "demo-viewer");
        page.navigate("/devices/brkw-acc-2/tables?table=MACS");
        page.getByLabel("What differs since").selectOption(new SelectOption().setIndex(1));
        assertThat(page.getByText("~1 altered")).isVisible();
        Locator row = page.getByRole(AriaRole.ROW).filter(new Locator.FilterOptions().setHasText("5e:00:00:00:01:01"));
        assertThat(row).containsText("1/0/4");
        assertThat(row).containsText("1/0/9");
        page.reload();
        assertThat(row).containsText("1/0/9");
        page.getByLabel("Find in the table").fill("nobody");
        assertThat(page.getByText("No row that differs has this.")).isVisible();
    }

    private static Table macs(String... ports) {
        List<Row> rows = IntStream.range(0, ports.length)
                .mapToObj(i -> new Row(TableKind.MACS, List.of("330", "5e:00:00:00:01:0" + i, ports[i])))
                .toList();
        return new Table(TableKind.MACS, rows);
    }

    @Test
    void aRevisionIsLabelledAndFoundByItsLabel() {
        Page page = DEMO.logIn("r.anand", "demo-engineer");
        page.navigate("/devices/ald-wall-1");
        page.getByText(Pattern.compile("^Label \\d+…$")).focus();
        page.keyboard().press("Enter");
        page.keyboard().type("before the kiosks");
        page.keyboard().press("Enter");
        assertThat(page.locator("svg .label")).hasText("before the kiosks");
        page.keyboard().press("Control+k");
        page.keyboard().type("kiosks");
        assertThat(page.getByRole(AriaRole.LISTBOX)).containsText("before the kiosks");
        page.getByRole(AriaRole.LISTBOX).getByText("before the kiosks").click();
        assertThat(page).hasURL(Pattern.compile("/devices/ald-wall-1\\?.*b=\\d+"));
        page.getByLabel("Remove before the kiosks").click();
        assertThat(page.locator("svg .label")).hasCount(0);
    }

    @Test
    void aRoutineIsWrittenRunAndRemoved() {
        Page page = DEMO.logIn("r.anand", "demo-engineer");
        page.navigate("/routines");
        assertThat(page.getByText("nightly copies")).isVisible();
        page.keyboard().press("a");
        page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("one switch");
        page.getByLabel("Devices by name").fill("brkw-acc-1");
        page.getByLabel("When").selectOption("cron");
        page.getByLabel("Five fields of cron").fill("61 2 * * *");
        assertThat(page.getByRole(AriaRole.ALERT)).containsText("Column 6: \"61\" is not a minute");
        page.getByLabel("Five fields of cron").fill("30 2 * * 1-5");
        page.getByLabel("By the clock of").selectOption("Europe/Berlin");
        assertThat(page.getByRole(AriaRole.ALERT)).hasCount(0);
        assertThat(page.locator("form ol li")).hasCount(5);
        page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName("Save").setExact(true))
                .dblclick();
        Locator row = page.getByRole(AriaRole.ROW).filter(new Locator.FilterOptions().setHasText("one switch"));
        assertThat(row).containsText("1 now");
        row.getByText("Run now").click();
        assertThat(page).hasURL(Pattern.compile("/jobs/\\d+"));
        page.navigate("/routines");
        assertThat(row).containsText("started by hand, 1 device");
        row.getByText("Remove").click();
        assertThat(row).hasCount(0);
        page.getByText("Undo").first().click();
        assertThat(row).containsText("started by hand, 1 device");
        row.getByText("Remove").click();
        assertThat(row).hasCount(0);
    }

    @Test
    void whatWouldGoIsSaidAndWhatIsStoredIsChecked() {
        Page page = DEMO.logIn("a.keel", "demo-administrator");
        page.navigate("/settings");
        page.getByLabel("Revisions of each configuration that are kept").fill("2");
        page.getByLabel("Days for which revisions are kept").fill("20");
        page.keyboard().press("Tab");
        assertThat(page.getByText(Pattern.compile("revisions of \\d+ devices would go now")))
                .isVisible();
        page.getByText("Thin out now…").click();
        assertThat(page.getByRole(AriaRole.ALERTDIALOG)).containsText("go for good");
        page.getByText("Cancel").last().click();
        page.getByText("Check now").click();
        assertThat(page.getByText("all sound")).isVisible();
    }

    private static Page.GetByRoleOptions named(String name) {
        return new Page.GetByRoleOptions().setName(name).setExact(true);
    }
}
