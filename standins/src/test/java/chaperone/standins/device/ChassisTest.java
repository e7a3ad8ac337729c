package chaperone.standins.device;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.time.Clock;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** Images and files: what a device takes, and what it starts from. */
class ChassisTest {
    private static final byte[] CONTENT = "a release".getBytes(StandardCharsets.UTF_8);
    private final Chassis chassis =
            new Chassis(new Hardware("Corvane", "C2024", "CN20240001", "7.4.2"), Clock.systemUTC());

    @AfterEach
    void clear() {
        chassis.storage().clear();
    }

    @Test
    void startsFromAnImageThatFits() {
        chassis.storage().write("next.img", new Image("Corvane", "C2024", "7.4.3").file(CONTENT));
        assertThat(chassis.bootFrom("next.img")).isEmpty();
        assertThat(chassis.release()).isEqualTo("7.4.2");
        chassis.restart();
        assertThat(chassis.release()).isEqualTo("7.4.3");
    }

    @Test
    void refusesWhatIsMissingDamagedOrForAnother() {
        assertThat(chassis.bootFrom("next.img")).contains("there is no file next.img");
        byte[] damaged = new Image("Corvane", "C2024", "7.4.3").file(CONTENT);
        damaged[damaged.length - 1] ^= 1;
        chassis.storage().write("damaged.img", damaged);
        assertThat(chassis.bootFrom("damaged.img")).contains("this is no image, or it is damaged");
        chassis.storage().write("other.img", new Image("Corvane", "C2048", "7.4.3").file(CONTENT));
        assertThat(chassis.bootFrom("other.img")).contains("this image is for C2048");
        chassis.faults().change(Fault.REFUSES_IMAGE, 0);
        chassis.storage().write("next.img", new Image("Corvane", "C2024", "7.4.3").file(CONTENT));
        assertThat(chassis.bootFrom("next.img")).contains("this image is not taken");
    }

    @Test
    void aFaultBringsItBackOnTheOldImage() {
        chassis.storage().write("next.img", new Image("Corvane", "C2024", "7.4.3").file(CONTENT));
        chassis.faults().change(Fault.OLD_IMAGE, 0);
        assertThat(chassis.bootFrom("next.img")).isEmpty();
        chassis.restart();
        assertThat(chassis.release()).isEqualTo("7.4.2");
    }

    @Test
    void filesTakeRoomAndNamesStayInTheFolder() {
        long free = chassis.storage().free();
        chassis.storage().write("notes.txt", CONTENT);
        assertThat(chassis.storage().free()).isEqualTo(free - CONTENT.length);
        assertThat(chassis.storage().digest("notes.txt")).contains(Image.digest(CONTENT));
        assertThat(chassis.storage().read("../../etc/passwd")).isEmpty();
        assertThat(chassis.storage().drop("notes.txt")).isTrue();
        assertThat(chassis.storage().drop("notes.txt")).isFalse();
        chassis.faults().change(Fault.STORAGE_FULL, 0);
        assertThat(chassis.storage().write("notes.txt", CONTENT)).isFalse();
    }

    @Test
    void aDamagedTransferChangesOneByte() {
        chassis.faults().change(Fault.CORRUPTS_FILE, 0);
        chassis.storage().write("notes.txt", CONTENT);
        byte[] stored = chassis.storage().read("notes.txt").orElseThrow();
        int differing = 0;
        for (int i = 0; i < CONTENT.length; i++) if (stored[i] != CONTENT[i]) differing++;
        assertThat(differing).isEqualTo(1);
    }
}
