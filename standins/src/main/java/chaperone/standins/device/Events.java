package chaperone.standins.device;

/** What a device tells the outside of a session. */
public interface Events {
    void loggedIn(Visit visit);

    /** The configuration was edited and editing has ended. */
    void edited(Visit visit);

    /** Somebody asked the device to restart. */
    void restart(Visit visit);
}
