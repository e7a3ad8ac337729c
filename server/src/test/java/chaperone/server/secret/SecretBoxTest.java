package chaperone.server.secret;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SecretBoxTest {
    @TempDir
    Path folder;

    @Test
    void opensWhatItSealedAndNeverSealsAlike() throws IOException {
        SecretBox box = box((byte) 1);
        byte[] sealed = box.seal("tide-table", "set/1/password");
        assertThat(box.open(sealed, "set/1/password")).isEqualTo("tide-table");
        assertThat(box.seal("tide-table", "set/1/password")).isNotEqualTo(sealed);
    }

    @Test
    void opensNothingMovedAlteredOrSealedWithAnotherKey() throws IOException {
        SecretBox box = box((byte) 1);
        byte[] sealed = box.seal("tide-table", "set/1/password");
        assertThatThrownBy(() -> box.open(sealed, "set/2/password")).hasMessageContaining("set/2/password");
        assertThatThrownBy(() -> box((byte) 2).open(sealed, "set/1/password"))
                .isInstanceOf(IllegalStateException.class);
        sealed[sealed.length - 1] ^= 1;
        assertThatThrownBy(() -> box.open(sealed, "set/1/password")).isInstanceOf(IllegalStateException.class);
    }

    @Test
    void saysWhatIsWrongWithAKeyFile() {
        assertThatThrownBy(() -> SecretBox.withKeyFrom(folder.resolve("none")))
                .hasMessageContaining("CHAPERONE_KEY_FILE");
    }

    private SecretBox box(byte fill) throws IOException {
        byte[] key = new byte[32];
        java.util.Arrays.fill(key, fill);
        return SecretBox.withKeyFrom(Files.write(folder.resolve("key" + fill), key));
    }
}
