package chaperone.e2e;

import chaperone.server.support.TestServer;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.ColorScheme;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;

/** Chromium, headless, with an eye on errors and on requests that leave the machine. */
final class Browsing implements AutoCloseable {
    /** In milliseconds; on a busy machine with two browsers the largest comparison takes its time. */
    private static final int LONGEST_WAIT = 60_000;

    private static final List<String> FLAGS = List.of(
            "--no-sandbox",
            "--disable-gpu",
            "--disable-quic",
            "--no-first-run",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync");

    private final Playwright playwright = Playwright.create();
    private final Browser browser = playwright
            .chromium()
            .launch(new BrowserType.LaunchOptions()
                    .setExecutablePath(Path.of("/usr/bin/chromium"))
                    .setHeadless(true)
                    .setArgs(FLAGS));
    private final String address;

    /** What pages complained about; the tests want it empty. */
    final List<String> complaints = new CopyOnWriteArrayList<>();

    Browsing(TestServer server) {
        this(server.address());
    }

    Browsing(String address) {
        this.address = address;
    }

    Page page(ColorScheme scheme) {
        BrowserContext context = browser.newContext(new Browser.NewContextOptions()
                .setViewportSize(1280, 800)
                .setColorScheme(scheme)
                .setBaseURL(address)
                .setAcceptDownloads(true));
        context.setDefaultTimeout(LONGEST_WAIT);
        PlaywrightAssertions.setDefaultAssertionTimeout(LONGEST_WAIT);
        context.onRequest(request -> {
            boolean isOurs = request.url().startsWith(address) || request.url().startsWith("data:");
            if (!isOurs) complaints.add("request to " + request.url());
        });
        Page page = context.newPage();
        page.onConsoleMessage(message -> {
            if (message.type().equals("error")) complaints.add(message.text() + " at " + page.url());
        });
        page.onPageError(error -> complaints.add(error + " at " + page.url()));
        return page;
    }

    /** Logs in by keyboard alone. */
    Page logIn(ColorScheme scheme, String name, String password) {
        Page page = page(scheme);
        page.navigate("/fleet");
        page.waitForURL("**/login**");
        page.getByLabel("Name").waitFor();
        page.keyboard().type(name);
        page.keyboard().press("Tab");
        page.keyboard().type(password);
        page.keyboard().press("Enter");
        page.waitForURL("**/fleet");
        return page;
    }

    /** Pages that stay open go on to complain in the next test. */
    void closePages() {
        browser.contexts().forEach(BrowserContext::close);
        complaints.clear();
    }

    @Override
    public void close() {
        browser.close();
        playwright.close();
    }
}
