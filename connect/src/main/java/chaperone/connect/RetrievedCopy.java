package chaperone.connect;

import chaperone.core.platform.Facts;
import chaperone.core.platform.Platform;

/** A whole copy as it came from a device: text as {@link chaperone.core.config.ConfigBytes} decodes it. */
public record RetrievedCopy(Facts facts, String running, String saved) {

    /**
     * Reads facts and both configurations.
     *
     * @throws ConversationException also if less came than the device announced: there are no half copies
     */
    public static RetrievedCopy from(DeviceSession session, Platform platform) {
        Facts facts = platform.facts().read(session.run(platform.facts().command()));
        String running = whole(session, platform, platform.copy().running());
        String saved = whole(session, platform, platform.copy().saved());
        return new RetrievedCopy(facts, running, saved);
    }

    private static String whole(DeviceSession session, Platform platform, String command) {
        String text = session.run(command);
        platform.copy().shortfallOf(text).ifPresent(shortfall -> {
            throw new ConversationException(
                    FailureKind.INCOMPLETE,
                    session.endpoint(),
                    command + ": " + shortfall.announced() + " bytes announced, " + shortfall.received() + " received");
        });
        return text;
    }
}
