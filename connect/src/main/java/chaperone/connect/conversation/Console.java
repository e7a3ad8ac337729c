package chaperone.connect.conversation;

/** A person's own session on a device: what is typed goes there as it is, what the device says comes as it is. */
public interface Console extends AutoCloseable {

    /** Where the device's output goes; called from the network's threads. */
    interface Sink {
        void said(byte[] bytes);

        /** The device has ended the session. */
        void ended();
    }

    void type(String text);

    @Override
    void close();
}
