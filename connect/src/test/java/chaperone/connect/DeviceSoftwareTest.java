package chaperone.connect;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.FailureKind;
import chaperone.connect.file.FileSource;
import chaperone.connect.file.TransferProgress;
import chaperone.connect.file.TransferredFile;
import chaperone.core.platform.SoftwareRequests;
import chaperone.standins.device.Chassis;
import chaperone.standins.device.Fault;
import chaperone.standins.device.Hardware;
import chaperone.standins.device.Image;
import java.time.Duration;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.locks.LockSupport;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.parallel.ResourceLock;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.EnumSource.Mode;

/** Giving a device of every family another release, and what it can refuse. */
@Timeout(180)
@ResourceLock(Family.STAND_INS)
class DeviceSoftwareTest {
    private static final String FILE = "next.img";
    private static Connector connector;

    @BeforeAll
    static void start() {
        Family.start();
        connector = Family.connector();
    }

    @AfterAll
    static void stop() {
        Family.stop();
    }

    @AfterEach
    void noFaultIsLeft() {
        for (Family family : Family.values())
            for (Fault fault : Fault.values()) family.standIn().clear(fault);
    }

    private static SoftwareRequests software(Family family) {
        return family.platform().software().orElseThrow();
    }

    private static Chassis chassis(Family family) {
        return family.standIn().device().chassis();
    }

    private static byte[] image(Family family, String release) {
        Hardware hardware = chassis(family).hardware();
        return image(hardware.maker(), hardware.model(), release);
    }

    private static byte[] image(String maker, String model, String release) {
        byte[] content = new byte[300_000];
        new Random(release.hashCode()).nextBytes(content);
        return new Image(maker, model, release).file(content);
    }

    private static TransferredFile send(Family family, byte[] image) {
        return DeviceSoftware.send(
                connector,
                family.target(),
                family.platform().files().orElseThrow(),
                software(family),
                FILE,
                FileSource.of(image),
                TransferProgress.NONE);
    }

    /** The release that it tells once it answers again. */
    private static String releaseWhenBack(Family family) {
        long until = System.nanoTime() + Duration.ofSeconds(60).toNanos();
        while (true) {
            try (Conversation conversation = family.open()) {
                return FactReading.of(conversation, family.platform()).release().orElseThrow();
            } catch (ConversationException e) {
                if (System.nanoTime() > until) throw e;
                LockSupport.parkNanos(Duration.ofMillis(50).toNanos());
            }
        }
    }

    private static void restart(Family family) {
        try (Conversation conversation = family.open()) {
            DeviceSoftware.startFrom(conversation, software(family), FILE);
            DeviceSoftware.restart(conversation, software(family));
        }
    }

    @ParameterizedTest
    @EnumSource(
            mode = Mode.EXCLUDE,
            names = {"ALTAMONT_BY_NETCONF", "CORVANE_BY_TELNET"})
    void isGivenAnotherReleaseAndClearedUp(Family family) {
        String before = chassis(family).release();
        TransferredFile sent = send(family, image(family, "99.1.0"));
        try (Conversation conversation = family.open()) {
            assertThat(DeviceSoftware.digest(conversation, software(family), "other.img"))
                    .isEmpty();
            Optional<String> told = DeviceSoftware.digest(conversation, software(family), FILE);
            if (software(family).digest().isPresent()) assertThat(told).contains(sent.sha256());
        }
        assertThat(chassis(family).storage().digest(FILE)).contains(sent.sha256());
        restart(family);
        assertThat(releaseWhenBack(family)).isEqualTo("99.1.0").isNotEqualTo(before);
        try (Conversation conversation = family.open()) {
            assertThat(DeviceSoftware.drop(conversation, software(family), FILE))
                    .isTrue();
            assertThat(DeviceSoftware.drop(conversation, software(family), FILE))
                    .isFalse();
        }
        assertThat(chassis(family).storage().digest(FILE)).isEmpty();
    }

    @ParameterizedTest
    @EnumSource(
            mode = Mode.EXCLUDE,
            names = {"ALTAMONT_BY_NETCONF", "CORVANE_BY_TELNET"})
    void whatItDoesNotStartFromIsRefused(Family family) {
        send(family, image("Corvane", "C1", "1.0"));
        try (Conversation conversation = family.open()) {
            assertThatThrownBy(() -> DeviceSoftware.startFrom(conversation, software(family), FILE))
                    .isInstanceOfSatisfying(
                            ConversationException.class,
                            e -> assertThat(e.kind()).isEqualTo(FailureKind.COMMAND_REFUSED));
        }
        send(family, image(family, "99.2.0"));
        family.standIn().set(Fault.REFUSES_IMAGE, 0);
        try (Conversation conversation = family.open()) {
            assertThatThrownBy(() -> DeviceSoftware.startFrom(conversation, software(family), FILE))
                    .isInstanceOfSatisfying(
                            ConversationException.class,
                            e -> assertThat(e.seen()).contains("not taken"));
        }
    }

    @ParameterizedTest
    @EnumSource(
            mode = Mode.EXCLUDE,
            names = {"ALTAMONT_BY_NETCONF", "CORVANE_BY_TELNET"})
    void noRoomAndADamagedFileAreNoticed(Family family) {
        family.standIn().set(Fault.STORAGE_FULL, 0);
        assertThatThrownBy(() -> send(family, image(family, "99.3.0")))
                .isInstanceOfSatisfying(
                        ConversationException.class,
                        e -> assertThat(e.kind()).isIn(FailureKind.TRANSFER_REFUSED, FailureKind.COMMAND_REFUSED));
        family.standIn().clear(Fault.STORAGE_FULL);
        family.standIn().set(Fault.CORRUPTS_FILE, 0);
        byte[] image = image(family, "99.3.0");
        if (software(family).digest().isEmpty()) {
            assertThatThrownBy(() -> send(family, image))
                    .isInstanceOfSatisfying(
                            ConversationException.class,
                            e -> assertThat(e.kind()).isEqualTo(FailureKind.FILE_DIFFERS));
            return;
        }
        TransferredFile sent = send(family, image);
        try (Conversation conversation = family.open()) {
            assertThat(DeviceSoftware.digest(conversation, software(family), FILE))
                    .isPresent()
                    .isNotEqualTo(Optional.of(sent.sha256()));
        }
    }

    @ParameterizedTest
    @EnumSource(
            mode = Mode.EXCLUDE,
            names = {"ALTAMONT_BY_NETCONF", "CORVANE_BY_TELNET"})
    void oneThatComesBackOnItsOldReleaseSaysSo(Family family) {
        String before = chassis(family).release();
        send(family, image(family, "99.4.0"));
        family.standIn().set(Fault.OLD_IMAGE, 0);
        restart(family);
        assertThat(releaseWhenBack(family)).isEqualTo(before);
    }
}
