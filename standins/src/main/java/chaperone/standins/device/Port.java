package chaperone.standins.device;

/** A port that a device listens on while it is up. */
public interface Port extends AutoCloseable {
    void open();

    /** Sessions that are open now. */
    int sessions();

    /** Ends every session at once, as a device that loses power does. */
    @Override
    void close();
}
