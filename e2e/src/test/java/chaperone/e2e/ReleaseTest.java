package chaperone.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import chaperone.standins.device.Fault;
import chaperone.standins.device.Image;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer.OrderAnnotation;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

/** An image comes from a file, is checked against its list, and becomes what the devices of its model shall run. */
@Timeout(180)
@TestMethodOrder(OrderAnnotation.class)
class ReleaseTest {
    private static final int DEVICE_PORT = DevicePorts.next();

    private static TestServer server;
    private static Browsing browsing;
    private static Page page;
    private static Page approver;

    @TempDir
    static Path folder;

    @BeforeAll
    static void start() throws IOException, NoSuchAlgorithmException {
        server = TestServer.startDemo(DEVICE_PORT);
        browsing = new Browsing(server);
        page = browsing.logIn(ColorScheme.LIGHT, "r.anand", "demo-engineer");
        approver = browsing.logIn(ColorScheme.DARK, "t.lindgren", "demo-approver");
        byte[] core = image("c7012.img", new Image("Corvane", "C7012", "7.5.1"));
        image("w300.img", new Image("Brisling", "W300", "3.9.0"));
        byte[] newer = image("two-pairs.img", new Image("Corvane", "C7012", "7.6.0"));
        Files.writeString(folder.resolve("TWO-PAIRS"), digest(newer) + "  two-pairs.img\n");
        String digest = digest(core);
        Files.writeString(folder.resolve("SHA256SUMS"), digest + "  c7012.img\n");
        Files.writeString(
                folder.resolve("DAMAGED"),
                digest.substring(1) + (digest.startsWith("0") ? "1" : "0") + "  c7012.img\n");
    }

    private static String digest(byte[] file) throws NoSuchAlgorithmException {
        return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(file));
    }

    private static byte[] image(String name, Image image) throws IOException {
        byte[] file = image.file((name + " content").repeat(200_000).getBytes(StandardCharsets.US_ASCII));
        Files.write(folder.resolve(name), file);
        return file;
    }

    @AfterAll
    static void stop() {
        browsing.close();
        server.close();
    }

    private static Locator button(String name) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    private static Locator row(String text) {
        return page.getByRole(AriaRole.ROW).filter(new Locator.FilterOptions().setHasText(text));
    }

    /** Not the one that has it as its partner. */
    private static Locator line(String device) {
        return page.getByRole(AriaRole.ROW)
                .filter(new Locator.FilterOptions()
                        .setHas(page.getByText(device, new Page.GetByTextOptions().setExact(true))));
    }

    @Test
    @Order(1)
    void anImageBecomesTheStandardRelease() {
        page.navigate("/releases");
        assertThat(row("C2024")).containsText("7.5.1");
        page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName("C7012").setExact(true))
                .click();
        assertThat(page.getByText("None yet. Bring one in")).isVisible();

        page.keyboard().press("a");
        Locator dialog = page.getByRole(AriaRole.DIALOG);
        dialog.getByLabel("Image", new Locator.GetByLabelOptions().setExact(true))
                .setInputFiles(folder.resolve("w300.img"));
        button("Bring in").click();
        assertThat(dialog).containsText("w300.img is for W300, not for C7012.");

        dialog.getByLabel("Image", new Locator.GetByLabelOptions().setExact(true))
                .setInputFiles(folder.resolve("c7012.img"));
        dialog.getByLabel("List of digests").setInputFiles(folder.resolve("DAMAGED"));
        button("Bring in").click();
        assertThat(dialog).containsText("c7012.img is not the file that the list speaks of");
        dialog.getByLabel("List of digests").setInputFiles(folder.resolve("SHA256SUMS"));
        button("Bring in").click();
        assertThat(dialog).hasCount(0);
        assertThat(row("c7012.img")).containsText("as its list says");

        button("Make it the standard").click();
        assertThat(row("c7012.img")).containsText("standard release");
        page.navigate("/devices/brkw-core-1");
        assertThat(page.locator("[title*='older than the standard release 7.5.1']")
                        .first())
                .isVisible();

        page.navigate("/releases?model=C7012");
        button("Remove").click();
        assertThat(button("Make it the standard")).isVisible();
        button("Remove c7012.img").click();
        button("Remove it").click();
        assertThat(page.getByText("None yet. Bring one in")).isVisible();
        assertThat(browsing.complaints).noneMatch(complaint -> !complaint.matches(".*status of (401|422).*"));
    }

    @Test
    @Order(2)
    void aRolloutIsApprovedRunAndDecidedOn() {
        page.navigate("/rollouts");
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("R-2").setExact(true))
                .click();
        assertThat(row("brkw-acc-3")).containsText("7.4.2 → 7.5.1");
        assertThat(button("Run…")).hasCount(0);
        approver.navigate("/rollouts/2");
        approver.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName("Approve").setExact(true))
                .click();

        button("Run…").click();
        button("Run it").click();
        // It runs lines that it has not saved: nothing is restarted before somebody has decided.
        assertThat(row("duns-acc-4")).containsText("not ready");
        assertThat(page.getByLabel("Device", new Page.GetByLabelOptions().setExact(true)))
                .containsText("a restart would lose them");
        server.standIn("brkw-acc-3").set(Fault.REFUSES_IMAGE, 0);
        button("Go on without it").click();
        button("Go on").click();
        assertThat(row("brkw-acc-3")).containsText("does not take the image");
        assertThat(page.getByLabel("Console of")).containsText("boot from c2024-7.5.1.img");
        assertThat(button("Go on")).isDisabled();
        server.standIn("brkw-acc-3").clear(Fault.REFUSES_IMAGE);
        button("Try again").click();
        button("Go on").click();
        assertThat(row("brkw-acc-3")).containsText("as before");
        assertThat(page.getByText("done").first()).isVisible();
        assertThat(server.standIn("brkw-acc-3").device().chassis().release()).isEqualTo("7.5.1");
        page.navigate("/devices/brkw-acc-3");
        assertThat(page.locator("[title*='on the standard release, 7.5.1']").first())
                .isVisible();
    }

    /** The second pair is proposed on the map; the first device comes back on its old release. */
    @Test
    @Order(3)
    void twoPairsAreRenewedAndTheWaveStopsAtTheFirstThatComesBackOnItsOldRelease() throws IOException {
        Api api = new Api(server.address()).logIn("r.anand", "demo-engineer");
        long image = api.sendFile("/api/images?name=two-pairs.img", Files.readAllBytes(folder.resolve("two-pairs.img")))
                .json(201)
                .get("id")
                .asLong();
        String list = Files.readString(folder.resolve("TWO-PAIRS"));
        api.post("/api/images/" + image + "/digest-list", Map.of("list", list)).json(200);
        api.put("/api/standard-releases", Map.of("image", image));
        page.navigate("/map");
        page.getByText("ald-core-1 and ald-core-2").waitFor();
        button("A pair").first().click();
        assertThat(page.getByLabel("ald-core-1 and ald-core-2 are not a pair")).isVisible();

        page.navigate(
                "/fleet?query=model%20is%20C7012%20and%20%28site%20is%20Aldermouth%20or%20site%20is%20Brackwater%29");
        assertThat(row("brkw-core-2")).isVisible();
        button("Choose these 4").click();
        page.getByText("Renew…").click();
        button("Plan it").click();
        page.waitForURL("**/rollouts/*");
        String rollout = page.url();
        Locator waves = page.getByLabel("Waves");
        assertThat(waves).containsText("one of each pair: ald-core-1, brkw-core-1");
        assertThat(waves).containsText("one of each pair: ald-core-2, brkw-core-2");
        approver.navigate(rollout);
        approver.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName("Approve").setExact(true))
                .click();

        server.standIn("ald-core-1").set(Fault.OLD_IMAGE, 0);
        button("Run…").click();
        button("Run it").click();
        // Somebody may go away and come back.
        page.navigate("/fleet");
        page.navigate("/rollouts");
        page.getByText(rollout.replaceAll(".*/", "R-")).first().click();
        assertThat(line("ald-core-1")).containsText("came back on another release");
        assertThat(line("brkw-core-1")).containsText("as before");
        assertThat(line("brkw-core-2")).not().containsText("restarts");
        assertThat(server.standIn("brkw-core-2").device().chassis().release()).isEqualTo("7.4.2");
        server.standIn("ald-core-1").clear(Fault.OLD_IMAGE);
        line("ald-core-1").click();
        button("Try again").click();
        button("Go on").click();
        for (String name : List.of("ald-core-1", "ald-core-2", "brkw-core-1", "brkw-core-2")) {
            assertThat(line(name)).containsText("as before");
            assertThat(server.standIn(name).device().chassis().release()).isEqualTo("7.6.0");
        }
        assertThat(browsing.complaints).noneMatch(complaint -> !complaint.matches(".*status of (401|422).*"));
    }
}
