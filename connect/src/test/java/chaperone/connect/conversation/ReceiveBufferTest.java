package chaperone.connect.conversation;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.CharRange;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;

class ReceiveBufferTest {
    private static final Duration LONG = Duration.ofSeconds(20);
    private static final Duration SHORT = Duration.ofMillis(5);

    @Test
    void linesThatAreEndedAreNotWorthWakingFor() throws InterruptedException {
        ReceiveBuffer incoming = new ReceiveBuffer(1000);
        write(incoming, "show clock\r\n12:00:00\r\n");
        assertThat(awaitOpen(incoming, 0, SHORT)).isFalse();
        write(incoming, "brkw-acc-1> ");
        assertThat(awaitOpen(incoming, 0, LONG)).isTrue();
        assertThat(awaitOpen(incoming, incoming.arrived(), SHORT))
                .as("nothing more has come")
                .isFalse();
    }

    @Test
    void theEndAndTooMuchEndTheWait() throws InterruptedException {
        ReceiveBuffer ended = new ReceiveBuffer(1000);
        CompletableFuture<Boolean> waiting = CompletableFuture.supplyAsync(() -> awaits(ended));
        write(ended, "half a line\n");
        ended.end();
        assertThat(waiting.join()).isTrue();
        ReceiveBuffer small = new ReceiveBuffer(10);
        write(small, "more than ten\n");
        assertThat(awaitOpen(small, 0, LONG)).isTrue();
        assertThat(small.isOverfull()).isTrue();
    }

    @Test
    void aDeadlineEndsItHoweverLongSilenceMayLast() throws InterruptedException {
        assertThat(new ReceiveBuffer(1000).awaitOpenLine(0, LONG, System.nanoTime() + SHORT.toNanos()))
                .isFalse();
    }

    /** Nobody can say that a device was silent who did not listen: here the buffer is held for longer than silence may last. */
    @Test
    void whatThisProcessStandsStillIsNoSilenceOfTheDevice() throws Exception {
        ReceiveBuffer incoming = new ReceiveBuffer(1000);
        Duration silence = Duration.ofMillis(300);
        CompletableFuture<Boolean> waiting = new CompletableFuture<>();
        Thread reader = new Thread(() -> {
            try {
                waiting.complete(incoming.awaitOpenLine(0, silence, System.nanoTime() + LONG.toNanos()));
            } catch (InterruptedException e) {
                waiting.completeExceptionally(e);
            }
        });
        reader.start();
        while (reader.getState() != Thread.State.TIMED_WAITING) Thread.onSpinWait();
        synchronized (incoming) {
            long until = System.nanoTime() + silence.multipliedBy(3).toNanos();
            while (System.nanoTime() < until) Thread.onSpinWait();
        }
        // The reader has had its turn by now, and has not given up.
        while (reader.getState() == Thread.State.BLOCKED) Thread.onSpinWait();
        write(incoming, "brkw-acc-1> ");
        assertThat(waiting.get(20, TimeUnit.SECONDS)).isTrue();
    }

    /** However the packets are cut, whoever waits for the prompt gets it, with all that came before. */
    @Property(tries = 100)
    void thePromptIsFoundInAnyPackets(
            @ForAll @Size(max = 20) List<@StringLength(max = 30) @CharRange(from = 'a', to = 'z') String> lines,
            @ForAll @IntRange(min = 1, max = 40) int packet)
            throws InterruptedException {
        String text = String.join("\r\n", lines) + "\r\nBRKW> ";
        ReceiveBuffer incoming = new ReceiveBuffer(10_000);
        CompletableFuture<Void> device = CompletableFuture.runAsync(() -> {
            for (int from = 0; from < text.length(); from += packet) {
                write(incoming, text.substring(from, Math.min(text.length(), from + packet)));
            }
        });
        long known = incoming.arrived();
        while (!incoming.lastLine().equals("BRKW> ")) {
            assertThat(awaitOpen(incoming, known, LONG)).isTrue();
            known = incoming.arrived();
        }
        device.join();
        assertThat(new String(incoming.take(), StandardCharsets.ISO_8859_1)).isEqualTo(text);
    }

    private static boolean awaits(ReceiveBuffer incoming) {
        try {
            return awaitOpen(incoming, 0, LONG);
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    private static boolean awaitOpen(ReceiveBuffer incoming, long known, Duration silence) throws InterruptedException {
        return incoming.awaitOpenLine(known, silence, System.nanoTime() + LONG.toNanos());
    }

    private static void write(ReceiveBuffer incoming, String text) {
        byte[] bytes = text.getBytes(StandardCharsets.ISO_8859_1);
        incoming.write(bytes, 0, bytes.length);
    }
}
