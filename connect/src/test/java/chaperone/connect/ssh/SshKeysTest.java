package chaperone.connect.ssh;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Keys made by the machine's own OpenSSH. */
class SshKeysTest {
    @TempDir
    private Path folder;

    @ParameterizedTest
    @CsvSource({"ed25519,256,''", "ed25519,256,low water", "rsa,2048,''", "rsa,2048,low water", "ecdsa,384,''"})
    void aKeyIsReadAndWrittenBackWithoutItsPassphrase(String type, String bits, String passphrase) throws Exception {
        String text = keygen(type, bits, passphrase);
        String line = SshKeys.publicLine(SshKeys.read(text, passphrase));
        assertThat(Files.readString(folder.resolve("key.pub"))).startsWith(line);
        assertThat(SshKeys.publicLine(SshKeys.read(SshKeys.write(SshKeys.read(text, passphrase)), "")))
                .isEqualTo(line);
    }

    @Test
    void aWrongPassphraseAndATextThatIsNoKeyAreRefusedWithoutShowingAnything() throws Exception {
        String text = keygen("ed25519", "256", "low water");
        String inside = text.split("\n")[1];
        for (String passphrase : new String[] {"", "high water"}) {
            assertThatThrownBy(() -> SshKeys.read(text, passphrase))
                    .isInstanceOf(SshKeys.UnreadableKeyException.class)
                    .hasMessageContaining("passphrase")
                    .hasMessageNotContaining(inside);
        }
        assertThatThrownBy(() -> SshKeys.read("three lobsters", ""))
                .isInstanceOf(SshKeys.UnreadableKeyException.class)
                .hasMessageNotContaining("lobsters");
        assertThatThrownBy(() -> SshKeys.read(Files.readString(folder.resolve("key.pub")), ""))
                .isInstanceOf(SshKeys.UnreadableKeyException.class);
    }

    private String keygen(String type, String bits, String passphrase) throws IOException, InterruptedException {
        Path file = folder.resolve("key");
        String[] command = {
            "ssh-keygen", "-q", "-t", type, "-b", bits, "-N", passphrase, "-C", "chaperone", "-f", file.toString()
        };
        assertThat(new ProcessBuilder(command).inheritIO().start().waitFor()).isZero();
        return Files.readString(file);
    }
}
