package chaperone.connect.conversation;

import java.time.Duration;

/**
 * How long to wait and how much to take.
 *
 * @param connect until a connection stands
 * @param logIn until the log-in is answered
 * @param prompt for the first prompt
 * @param silence without a byte in the middle of a conversation
 * @param whole for a conversation from its first to its last byte
 * @param mostBytes of the answer to one command
 */
public record Patience(
        Duration connect, Duration logIn, Duration prompt, Duration silence, Duration whole, int mostBytes) {

    /** For devices in the field; a slow one across a ship's radio link gets its time. */
    public static final Patience USUAL = new Patience(
            Duration.ofSeconds(8),
            Duration.ofSeconds(15),
            Duration.ofSeconds(8),
            Duration.ofSeconds(15),
            Duration.ofMinutes(5),
            32 * 1024 * 1024);
}
