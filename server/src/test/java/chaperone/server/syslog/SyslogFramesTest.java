package chaperone.server.syslog;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SyslogFramesTest {

    /** Any messages, framed in any of the ways, come out as they went in, however the network cuts them. */
    @RepeatedTest(200)
    void givesBackWhatWasSent(RepetitionInfo repetition) throws IOException {
        Random random = new Random(repetition.getCurrentRepetition());
        List<String> sent = new ArrayList<>();
        ByteArrayOutputStream stream = new ByteArrayOutputStream();
        for (int i = random.nextInt(6); i >= 0; i--) {
            String message = "<189>1 - " + "h\u00e9".repeat(random.nextInt(40)) + random.nextInt() + " x";
            byte[] bytes = message.getBytes(StandardCharsets.UTF_8);
            sent.add(message);
            if (random.nextBoolean()) {
                stream.writeBytes((bytes.length + " ").getBytes(StandardCharsets.US_ASCII));
                stream.writeBytes(bytes);
                if (random.nextBoolean()) stream.write('\n');
            } else {
                stream.writeBytes(bytes);
                stream.write(random.nextBoolean() ? '\n' : 0);
            }
        }
        assertThat(all(new Dripping(stream.toByteArray(), random))).isEqualTo(sent);
    }

    @Test
    void theLastOneNeedsNoEnd() throws IOException {
        assertThat(all(in("<1>a\n<2>b"))).containsExactly("<1>a", "<2>b");
        assertThat(all(in(""))).isEmpty();
        assertThat(all(in("\n\r\n\0"))).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"9000 x", "123456 x", "0 x", "12x", "5 abc", "12"})
    void whatIsNoMessageEndsTheConnection(String text) {
        assertThatThrownBy(() -> all(in(text))).isInstanceOf(IOException.class);
    }

    @Test
    void noMessageIsHeldThatNeverEnds() {
        assertThatThrownBy(() -> all(in("x".repeat(SyslogFrames.LARGEST + 1)))).isInstanceOf(IOException.class);
    }

    private static List<String> all(InputStream in) throws IOException {
        SyslogFrames frames = new SyslogFrames(in);
        List<String> all = new ArrayList<>();
        Optional<String> next;
        while ((next = frames.next()).isPresent()) all.add(next.get());
        return all;
    }

    private static InputStream in(String text) {
        return new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8));
    }

    /** Gives a few octets at a time. */
    private static final class Dripping extends ByteArrayInputStream {
        private final Random random;

        Dripping(byte[] bytes, Random random) {
            super(bytes);
            this.random = random;
        }

        @Override
        public synchronized int read(byte[] into, int from, int length) {
            return super.read(into, from, Math.min(length, 1 + random.nextInt(5)));
        }
    }
}
