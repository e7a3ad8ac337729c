package chaperone.standins.demo;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chaperone.standins.network.Identity;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.Signature;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class StateFolderTest {
    @TempDir
    private Path folder;

    @Test
    void aDeviceIsTheSameAtTheNextStart() throws Exception {
        Identity first = new StateFolder(folder).identity("brkw-acc-1");
        Identity next = new StateFolder(folder).identity("brkw-acc-1");
        assertThat(next.key().getPublic()).isEqualTo(first.key().getPublic());
        assertThat(next.certificate()).isEqualTo(first.certificate());
        Signature signature = Signature.getInstance("SHA256withECDSA");
        signature.initSign(next.key().getPrivate());
        signature.update(first.certificate());
        byte[] signed = signature.sign();
        signature.initVerify(first.key().getPublic());
        signature.update(first.certificate());
        assertThat(signature.verify(signed)).isTrue();
    }

    @Test
    void everyDeviceIsItsOwn() {
        StateFolder state = new StateFolder(folder);
        assertThat(state.identity("brkw-acc-1").key().getPublic())
                .isNotEqualTo(state.identity("brkw-acc-2").key().getPublic());
    }

    @Test
    void aCertificateThatIsMissingIsMadeForTheSameKey() throws IOException {
        Identity first = new StateFolder(folder).identity("duns-fw-1");
        Files.delete(folder.resolve("duns-fw-1").resolve("host.crt"));
        Identity next = new StateFolder(folder).identity("duns-fw-1");
        assertThat(next.key().getPublic()).isEqualTo(first.key().getPublic());
        assertThat(folder.resolve("duns-fw-1").resolve("host.crt")).hasBinaryContent(next.certificate());
    }

    @Test
    void aKeyThatCannotBeReadIsSaidWithItsDeviceAndIsNotReplaced() throws IOException {
        new StateFolder(folder).identity("gull-sw-1");
        Path key = Files.writeString(folder.resolve("gull-sw-1").resolve("host.key"), "not a key");
        assertThatThrownBy(() -> new StateFolder(folder).identity("gull-sw-1"))
                .hasMessageContaining("gull-sw-1")
                .hasMessageContaining(folder.toString());
        assertThat(key).hasContent("not a key");
    }

    @Test
    void whatWasNeverKeptIsNotThere() {
        assertThat(new StateFolder(folder).configuration("brkw-acc-1", "running"))
                .isEmpty();
    }
}
