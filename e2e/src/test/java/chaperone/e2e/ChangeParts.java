package chaperone.e2e;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;

/** Parts of the pages on which devices are altered. */
final class ChangeParts {
    private ChangeParts() {}

    static Locator button(Page page, String name) {
        return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^" + name)));
    }

    static Locator row(Page page, String text) {
        return page.getByRole(AriaRole.ROW).filter(new Locator.FilterOptions().setHasText(text));
    }

    static Locator tray(Page page) {
        return page.getByLabel("Draft change");
    }

    /** The change that the engineer looks at is proposed, approved by somebody else, and run. */
    static void approveAndRun(Page engineer, Page approver) {
        button(engineer, "Propose").click();
        approver.navigate(engineer.url());
        button(approver, "Approve").click();
        button(engineer, "Run…").click();
        button(engineer, "Run it").click();
    }
}
