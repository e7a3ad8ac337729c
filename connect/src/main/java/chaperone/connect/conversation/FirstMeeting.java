package chaperone.connect.conversation;

import chaperone.core.platform.Platform;

/** A conversation with a device whose platform is still to be found out. */
public interface FirstMeeting extends AutoCloseable {
    Conversation conversation();

    /** @return false if what the device has said so far tells that it is not of this platform */
    boolean speakAs(Platform platform);

    /** Makes it ready for requests, once the device is known to be of the platform that it was last spoken to as. */
    void prepare();

    @Override
    default void close() {
        conversation().close();
    }

    /** Of a protocol in which one platform is spoken to like another. */
    static FirstMeeting over(Conversation conversation) {
        return new FirstMeeting() {
            @Override
            public Conversation conversation() {
                return conversation;
            }

            @Override
            public boolean speakAs(Platform platform) {
                return true;
            }

            @Override
            public void prepare() {
                // It is ready as soon as it is open.
            }
        };
    }
}
