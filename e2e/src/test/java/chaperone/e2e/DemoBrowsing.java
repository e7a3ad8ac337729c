package chaperone.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.support.TestServer;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.ColorScheme;
import java.util.List;
import org.junit.jupiter.api.extension.AfterAllCallback;
import org.junit.jupiter.api.extension.AfterEachCallback;
import org.junit.jupiter.api.extension.BeforeAllCallback;
import org.junit.jupiter.api.extension.ExtensionContext;

/** The demo with a browser in front of it, for the tests of one class; each of them has to end without a complaint. */
final class DemoBrowsing implements BeforeAllCallback, AfterEachCallback, AfterAllCallback {
    private final int devicePort;
    private final List<String> expected;
    private TestServer server;
    private Browsing browsing;

    /** @param expected parts of complaints that the tests provoke, such as the status of a refusal */
    DemoBrowsing(int devicePort, String... expected) {
        this.devicePort = devicePort;
        this.expected = List.of(expected);
    }

    TestServer server() {
        return server;
    }

    Page logIn(String name, String password) {
        return browsing.logIn(ColorScheme.LIGHT, name, password);
    }

    @Override
    public void beforeAll(ExtensionContext context) {
        server = TestServer.startDemo(devicePort);
        browsing = new Browsing(server);
    }

    @Override
    public void afterEach(ExtensionContext context) {
        List<String> complaints = browsing.complaints.stream()
                .filter(complaint -> expected.stream().noneMatch(complaint::contains))
                .toList();
        browsing.closePages();
        assertThat(complaints).isEmpty();
    }

    @Override
    public void afterAll(ExtensionContext context) {
        browsing.close();
        server.close();
    }
}
