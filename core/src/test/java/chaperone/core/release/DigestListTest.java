package chaperone.core.release;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class DigestListTest {
    private static final String A = "a".repeat(64);
    private static final String B = "B".repeat(64);

    private static DigestList list(String text) {
        DigestList.Outcome outcome = DigestList.read(text);
        assertThat(outcome).isInstanceOf(DigestList.Outcome.Read.class);
        return ((DigestList.Outcome.Read) outcome).list();
    }

    @Test
    void readsBothForms() {
        DigestList list = list("# images of November\n\n" + A + "  c2024-7.5.1.img\nSHA256 (out/r4-5.12.0.img) = " + B
                + "\n" + A + " *again.img\r\n");
        assertThat(list.of("c2024-7.5.1.img")).contains(A);
        assertThat(list.of("r4-5.12.0.img")).contains(B.toLowerCase(java.util.Locale.ROOT));
        assertThat(list.of("again.img")).contains(A);
        assertThat(list.of("other.img")).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"'x', 1", "'# a\n\n123  file', 3", "'{A}  a.img\n{B}  a.img', 2", "'{A}', 1", "'{A}  ', 1"})
    void namesTheLineThatSaysNothing(String text, int line) {
        DigestList.Outcome outcome = DigestList.read(text.replace("{A}", A).replace("{B}", B));
        assertThat(outcome).isInstanceOf(DigestList.Outcome.Malformed.class);
        assertThat(((DigestList.Outcome.Malformed) outcome).line()).isEqualTo(line);
    }

    /** The tool that writes such lists is on every machine. */
    @ParameterizedTest
    @ValueSource(strings = {"", "--tag", "--binary"})
    void readsWhatTheToolWrites(String option, @TempDir Path folder)
            throws IOException, InterruptedException, NoSuchAlgorithmException {
        Files.writeString(folder.resolve("c2024-7.5.1.img"), "not much", StandardCharsets.UTF_8);
        List<String> command = option.isEmpty()
                ? List.of("sha256sum", "c2024-7.5.1.img")
                : List.of("sha256sum", option, "c2024-7.5.1.img");
        Process tool = new ProcessBuilder(command).directory(folder.toFile()).start();
        String written = new String(tool.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(tool.waitFor()).isZero();
        byte[] digest = MessageDigest.getInstance("SHA-256").digest("not much".getBytes(StandardCharsets.UTF_8));
        assertThat(list(written).of("c2024-7.5.1.img")).contains(HexFormat.of().formatHex(digest));
    }
}
