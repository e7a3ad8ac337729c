package chaperone.connect.netconf;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chaperone.connect.netconf.NetconfFraming.BadFraming;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The examples of RFC 6242 byte by byte, and every way of cutting them. */
class NetconfFramingTest {
    /** RFC 6242, section 4.2: the example of a message in three chunks. */
    private static final String CHUNKED =
            "\n#4\n<rpc\n#18\n message-id=\"102\"\n\n#79\n     xmlns=\"urn:ietf:params:xml:ns:netconf:base:1.0\">\n"
                    + "  <close-session/>\n</rpc>\n##\n";
    /** The message that the same section gives for it. */
    private static final String DECODED =
            "<rpc message-id=\"102\"\n     xmlns=\"urn:ietf:params:xml:ns:netconf:base:1.0\">\n  <close-session/>\n</rpc>";

    @Test
    void readsTheExampleOfTheRfc() throws BadFraming {
        assertThat(chunked().take(bytes(CHUNKED)))
                .singleElement()
                .satisfies(m -> assertThat(text(m)).isEqualTo(DECODED));
    }

    @Test
    void readsItHoweverItIsCut() throws BadFraming {
        byte[] all = bytes(CHUNKED + CHUNKED);
        for (int first = 0; first <= all.length; first++) {
            for (int second = first; second <= all.length; second += 7) {
                NetconfFraming framing = chunked();
                List<byte[]> whole = new ArrayList<>(framing.take(Arrays.copyOf(all, first)));
                whole.addAll(framing.take(Arrays.copyOfRange(all, first, second)));
                whole.addAll(framing.take(Arrays.copyOfRange(all, second, all.length)));
                assertThat(whole).extracting(NetconfFramingTest::text).containsExactly(DECODED, DECODED);
            }
        }
    }

    @Test
    void readsDelimitedMessagesHoweverTheyAreCut() throws BadFraming {
        // What looks like the end and is not must come through.
        List<String> messages = List.of("<hello/>", "<a>]]>]]</a>", "]]]>]]>x", "]]>]", "");
        StringBuilder all = new StringBuilder();
        messages.forEach(message -> all.append(message).append("]]>]]>"));
        List<String> expected = List.of("<hello/>", "<a>]]>]]</a>", "]", "x", "]]>]", "");
        byte[] stream = bytes(all.toString());
        for (int cut = 0; cut <= stream.length; cut++) {
            NetconfFraming framing = new NetconfFraming(10_000);
            List<byte[]> whole = new ArrayList<>(framing.take(Arrays.copyOf(stream, cut)));
            whole.addAll(framing.take(Arrays.copyOfRange(stream, cut, stream.length)));
            assertThat(whole).extracting(NetconfFramingTest::text).containsExactlyElementsOf(expected);
        }
    }

    @Test
    void whatItFramesItReads() throws BadFraming {
        Random random = new Random(11);
        for (int i = 0; i < 300; i++) {
            StringBuilder text = new StringBuilder("\u00f6");
            for (int n = random.nextInt(60); n > 0; n--) text.append("]>#\n<x\u2602 1".charAt(random.nextInt(9)));
            boolean inChunks = i % 2 == 0;
            String message = text.toString();
            // The older framing cannot carry a message in which its own end begins: that is why there is a newer one.
            if (!inChunks && (message + "]]>]]>").indexOf("]]>]]>") < message.length()) continue;
            NetconfFraming framing = inChunks ? chunked() : new NetconfFraming(10_000);
            assertThat(framing.take(NetconfFraming.framed(message, inChunks)))
                    .extracting(NetconfFramingTest::text)
                    .containsExactly(message);
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"x", "\nx", "\n#0\n", "\n#-1\n", "\n#12345678901\n", "\n##\n", "\n#a\n", "\n#\n", "\n#3\nabcx"})
    void refusesWhatTheRfcDoesNotAllow(String stream) {
        assertThatThrownBy(() -> chunked().take(bytes(stream))).isInstanceOf(BadFraming.class);
    }

    @Test
    void boundsAMessageInBothFramings() throws BadFraming {
        ByteArrayOutputStream endless = new ByteArrayOutputStream();
        for (int i = 0; i < 100; i++) endless.writeBytes(bytes("\n#200\n" + "x".repeat(200)));
        assertThatThrownBy(() -> chunked().take(endless.toByteArray())).hasMessageContaining("more than");
        assertThatThrownBy(() -> new NetconfFraming(10_000).take(bytes("x".repeat(20_000))))
                .hasMessageContaining("more than");
    }

    private static NetconfFraming chunked() {
        NetconfFraming framing = new NetconfFraming(10_000);
        framing.useChunks();
        return framing;
    }

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    private static String text(byte[] bytes) {
        return new String(bytes, StandardCharsets.UTF_8);
    }
}
