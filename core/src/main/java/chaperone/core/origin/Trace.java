package chaperone.core.origin;

import java.time.Instant;

/**
 * What speaks for somebody having been at a device. Messages bear the moment at which they were received, since devices'
 * clocks are not to be trusted.
 *
 * @param person who it was here, if it went through Chaperone's console; empty for a message
 * @param from when it began
 * @param until when it ended; the same moment for a message
 */
public record Trace(Kind kind, Visitor visitor, String person, Instant from, Instant until) {
    /** Log messages of the device, or a session that went through Chaperone's own console. */
    public enum Kind {
        LOG_IN,
        EDIT,
        CONSOLE
    }

    public static Trace message(Kind kind, Visitor visitor, Instant at) {
        return new Trace(kind, visitor, "", at, at);
    }
}
