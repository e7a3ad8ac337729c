package chaperone.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import chaperone.server.support.DevicePorts;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.extension.RegisterExtension;

/** A standard from the library to its findings, by keyboard where that is quicker; and what is waived for a while. */
@Timeout(180)
class StandardsTest {
    @RegisterExtension
    private static final DemoBrowsing DEMO = new DemoBrowsing(DevicePorts.next(), "status of 401", "status of 422");

    private static Locator button(Page page, String name) {
        return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name));
    }

    private static Locator labelled(Page page, String label) {
        return page.getByLabel(label, new Page.GetByLabelOptions().setExact(true));
    }

    @Test
    void fromTheLibraryToAFilledHeatTable() {
        Page page = DEMO.logIn("r.anand", "demo-engineer");
        page.navigate("/standards");
        assertThat(page.getByText("3 standards in force")).isVisible();
        page.keyboard().press("a");
        page.getByLabel("Name").fill("ports for people");
        page.keyboard().press("Enter");
        page.waitForURL("**/standards/ports%20for%20people");
        assertThat(page.getByText("No clause yet")).isVisible();

        page.keyboard().press("l");
        Locator dialog = page.getByRole(AriaRole.DIALOG);
        dialog.getByLabel("Platform").selectOption("corvane");
        dialog.getByLabel("Look for").fill("no such word");
        assertThat(dialog.getByText("None of them has this word.")).isVisible();
        assertThat(dialog.getByText("Take")).isDisabled();
        dialog.getByLabel("Look for").fill("port");
        dialog.getByText("spare-closed").click();
        dialog.getByText("port-texts").click();
        page.keyboard().press("Enter");
        assertThat(dialog).hasCount(0);

        labelled(page, "On").fill("brkw-acc-1");
        Locator trial = page.getByLabel("Trial on a device");
        assertThat(trial).containsText(Pattern.compile("spare-closed\\s+holds"));
        // A condition of another kind, and a value that is no number.
        button(page, "a value compares").click();
        labelled(page, "Line").fill("^member vlan (\\d+)$");
        page.getByRole(
                        AriaRole.COMBOBOX,
                        new Page.GetByRoleOptions().setName("Is").setExact(true))
                .selectOption("at most");
        labelled(page, "Limit").fill("many");
        assertThat(page.getByRole(AriaRole.ALERT).first()).containsText("\"limit\" is no value of the kind NUMBER");
        labelled(page, "Limit").fill("1");
        assertThat(trial).containsText("expected at most 1");

        button(page, "Publish").click();
        assertThat(page.getByText("in force, published by r.anand")).isVisible();
        page.navigate("/standards?standard=ports+for+people");
        assertThat(button(page, "at Brackwater fail").first()).isVisible();
    }

    @Test
    void whatIsWrongInYamlIsNamedAndNothingIsLost() {
        Page page = DEMO.logIn("r.anand", "demo-engineer");
        page.navigate("/standards/ports%20that%20face%20people");
        button(page, "YAML").click();
        Locator yaml = labelled(page, "YAML");
        assertThat(yaml).hasValue(Pattern.compile("kind: for_each"));
        String whole = yaml.inputValue();
        yaml.fill(whole.replace("kind: golden", "kind: silver"));
        button(page, "Keep as the draft").click();
        assertThat(page.getByRole(AriaRole.ALERT).last()).containsText("clause parked, \"kind\"");
        yaml.fill(whole.replace("limit: '5'", "limit: '7'"));
        button(page, "Keep as the draft").click();
        assertThat(page.getByText("the draft differs from what is in force")).isVisible();
        button(page, "flood").first().click();
        assertThat(labelled(page, "Limit")).hasValue("7");
    }

    @Test
    void aClauseIsWaivedForAWhileAndCountsAgain() {
        Page page = DEMO.logIn("r.anand", "demo-engineer");
        page.navigate("/standards?standard=access+and+logging&tag=log&site=Dunsay");
        assertThat(page.getByText("1 ends within a week")).isVisible();
        Locator cell = page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("at Dunsay fail log$")));
        int before = Integer.parseInt(cell.textContent().strip());
        Locator first = page.getByLabel("Findings").getByRole(AriaRole.BUTTON).first();
        first.click();
        button(page, "Except…").click();
        Locator dialog = page.getByRole(AriaRole.DIALOG);
        dialog.getByLabel("Why").fill("the quay is being rebuilt");
        page.keyboard().press("Enter");
        assertThat(dialog).hasCount(0);
        assertThat(first).containsText("excepted");
        assertThat(cell).hasText("" + (before - 1));

        Locator row = page.getByRole(AriaRole.ROW)
                .filter(new Locator.FilterOptions().setHasText("the quay is being rebuilt"));
        if (!row.isVisible()) page.getByText("exceptions").first().click();
        row.getByText("End it").click();
        assertThat(cell).hasText("" + before);
        assertThat(row).containsText("by r.anand");
    }
}
