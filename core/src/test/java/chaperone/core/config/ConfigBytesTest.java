package chaperone.core.config;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class ConfigBytesTest {

    @Property
    void anyBytesComeBack(@ForAll byte[] bytes) {
        assertThat(ConfigBytes.encode(ConfigBytes.decode(bytes))).isEqualTo(bytes);
    }

    @Property
    void wellFormedTextReadsAsUtf8(@ForAll String text) {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        assertThat(ConfigBytes.decode(bytes)).isEqualTo(new String(bytes, StandardCharsets.UTF_8));
    }

    @Test
    void anEscapedByteAfterAPairStaysAByte() {
        byte[] bytes = {(byte) 0xF0, (byte) 0x9F, (byte) 0x92, (byte) 0x80, (byte) 0x80, 'x'};
        String text = ConfigBytes.decode(bytes);
        assertThat(text).isEqualTo("\uD83D\uDC80\uDC80x");
        assertThat(ConfigBytes.encode(text)).isEqualTo(bytes);
        assertThat(ConfigBytes.printable(text)).isEqualTo("\uD83D\uDC80\uFFFDx");
    }
}
