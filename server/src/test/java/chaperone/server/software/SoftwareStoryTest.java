package chaperone.server.software;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import chaperone.standins.device.Image;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer.OrderAnnotation;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.Timeout;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Images are brought in and checked, and one of them becomes what devices of its model shall run. */
@Timeout(120)
@TestMethodOrder(OrderAnnotation.class)
class SoftwareStoryTest {
    private static final int MEBIBYTE = 1024 * 1024;
    private static TestServer server;
    private static Api engineer;

    @BeforeAll
    static void start() {
        server = TestServer.start(DevicePorts.next());
        engineer = server.as(Role.ENGINEER);
        server.bringIn(
                engineer,
                "address\n" + server.standIn("brkw-acc-1").address().getHostString() + "\n"
                        + server.standIn("cairn-rtr-1").address().getHostString() + "\n");
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static byte[] image(String maker, String model, String release, int size) {
        byte[] content = new byte[size];
        new Random(7).nextBytes(content);
        return new Image(maker, model, release).file(content);
    }

    private static String model() {
        return server.standIn("brkw-acc-1").device().chassis().hardware().model();
    }

    private static Api.Answer send(String name, byte[] file, String more) {
        return engineer.sendFile("/api/images?name=" + name + more, file);
    }

    private static String digest(byte[] file) throws NoSuchAlgorithmException {
        return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(file));
    }

    private static JsonNode known() {
        for (JsonNode each : engineer.get("/api/models").json(200))
            if (each.get("model").asString().equals(model())) return each;
        throw new AssertionError("The model is not listed");
    }

    private static String current(String device) {
        return engineer.get("/api/devices/" + device)
                .json(200)
                .at("/device/answers/current/kind")
                .asString();
    }

    @Test
    @Order(1)
    void whatIsNoImageOrForAnotherModelIsRefusedWithAReason() {
        assertThat(send("notes.txt", "only words\n".getBytes(StandardCharsets.UTF_8), "")
                        .json(422)
                        .get("detail")
                        .asString())
                .isEqualTo("notes.txt is no image that a platform knows.");
        assertThat(send("empty.img", new byte[0], "").json(422).get("code").asString())
                .isEqualTo("no-image");
        byte[] other = image("Corvane", "C7012", "7.5.1", 100);
        assertThat(send("c7012.img", other, "&model=" + model())
                        .json(422)
                        .get("detail")
                        .asString())
                .isEqualTo("c7012.img is for C7012, not for " + model() + ".");
        assertThat(send("..%2Fetc", other, "").status()).isEqualTo(400);
        assertThat(known().get("images")).isEmpty();
        assertThat(count("image_part")).isZero();
    }

    private static long count(String table) {
        return server.context()
                .getBean(JdbcClient.class)
                .sql("select count(*) from " + table)
                .query(Long.class)
                .single();
    }

    @Test
    @Order(2)
    void anImageIsKeptToTheByteAndCheckedAgainstItsList() throws NoSuchAlgorithmException {
        byte[] file = image("Corvane", model(), "9.1.0", 2 * MEBIBYTE + 77);
        JsonNode image = send("nine.img", file, "&model=" + model()).json(201);
        assertThat(image.get("release").asString()).isEqualTo("9.1.0");
        assertThat(image.get("sha256").asString()).isEqualTo(digest(file));
        assertThat(image.get("size").asLong()).isEqualTo(file.length);
        assertThat(stored(image.get("id").asLong())).isEqualTo(file);

        assertThat(send("nine.img", file, "").status()).isEqualTo(409);
        assertThat(send("again.img", file, "").json(409).get("detail").asString())
                .isEqualTo("again.img is the same file as nine.img.");
        assertThat(count("image")).isEqualTo(1);

        long id = image.get("id").asLong();
        assertThat(check(id, "not a list").json(422).get("detail").asString()).startsWith("Line 1 of the list");
        assertThat(check(id, digest(file) + "  ten.img\n").json(422).get("code").asString())
                .isEqualTo("not-listed");
        assertThat(check(id, digest(new byte[1]) + "  nine.img\n")
                        .json(422)
                        .get("code")
                        .asString())
                .isEqualTo("other-digest");
        assertThat(choose(id).json(409).get("code").asString()).isEqualTo("not-checked");
        assertThat(check(id, digest(file) + "  nine.img\n")
                        .json(200)
                        .get("vouchedBy")
                        .asString())
                .isEqualTo("engineer");
    }

    private static byte[] stored(long image) {
        byte[] whole = new byte[0];
        for (byte[] part : server.context()
                .getBean(JdbcClient.class)
                .sql("select content from image_part where image_id = ? order by number")
                .param(image)
                .query(byte[].class)
                .list()) {
            int at = whole.length;
            whole = Arrays.copyOf(whole, at + part.length);
            System.arraycopy(part, 0, whole, at, part.length);
        }
        return whole;
    }

    private static Api.Answer check(long image, String list) {
        return engineer.post("/api/images/" + image + "/digest-list", Map.of("list", list));
    }

    private static Api.Answer choose(long image) {
        return engineer.put("/api/standard-releases", Map.of("image", image));
    }

    @Test
    @Order(3)
    void theStandardReleaseAnswersWhetherADeviceIsCurrent() {
        assertThat(current("brkw-acc-1")).isEqualTo("NOT_KNOWN");
        long id = known().at("/images/0/id").asLong();
        assertThat(choose(id).status()).isEqualTo(204);
        engineer.await(
                "/api/devices/brkw-acc-1",
                device -> device.at("/device/answers/current/kind").asString().equals("NO"));
        assertThat(engineer.get("/api/devices/brkw-acc-1")
                        .json()
                        .at("/device/answers/current/reason")
                        .asString())
                .contains("older than the standard release 9.1.0");
        assertThat(current("cairn-rtr-1")).isEqualTo("NOT_KNOWN");
        assertThat(known().at("/standard/release").asString()).isEqualTo("9.1.0");
        assertThat(engineer.delete("/api/images/" + id).json(409).get("detail").asString())
                .isEqualTo("nine.img is the standard release of " + model() + ".");

        // It is put on the device by hand, and the next copy knows.
        var chassis = server.standIn("brkw-acc-1").device().chassis();
        chassis.storage().write("nine.img", stored(id));
        assertThat(chassis.bootFrom("nine.img")).isEmpty();
        chassis.restart();
        engineer.copy("brkw-acc-1");
        assertThat(current("brkw-acc-1")).isEqualTo("YES");

        String path = "/api/standard-releases?platform=corvane&model=" + model();
        assertThat(engineer.delete(path).status()).isEqualTo(200);
        assertThat(engineer.delete(path).status()).isEqualTo(404);
        engineer.await(
                "/api/devices/brkw-acc-1",
                device -> device.at("/device/answers/current/kind").asString().equals("NOT_KNOWN"));
        assertThat(engineer.delete("/api/images/" + id).status()).isEqualTo(204);
        assertThat(count("image_part")).isZero();
    }
}
