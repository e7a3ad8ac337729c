package chaperone.standins.device;

import java.util.List;
import java.util.Optional;

/** A device of any family, as what stands around it needs it. Safe for several sessions at once. */
public interface Device {
    Chassis chassis();

    String name();

    /** The level of an account if the password is right. */
    Optional<String> logIn(String account, String password);

    /** The same for whoever shows a key: its type and the key in Base64, as RFC 4253 has them. */
    default Optional<String> logInByKey(String account, String key) {
        return Optional.empty();
    }

    /** Loses all that was ever set, in force and saved, as if it had just been unpacked. */
    void becomeFactoryNew();

    /** Whether it listens on its network port at all; a factory-new device may answer on its cable only. */
    default boolean isRemote() {
        return true;
    }

    /**
     * The addresses that its configuration gives it, as far as they are this machine's own (127.0.0.0/8). If there are any it
     * listens there and not where it was put up; those of the made-up network stand for the place where it was put up.
     */
    List<String> ownAddresses();

    /** The configuration in force as the device shows it, one character a byte (ISO 8859-1). */
    String runningText();

    /** The one that a restart brings back. */
    String savedText();

    /** Both in a form that the device can be made from again; what is shown may hide more. */
    default String keptRunning() {
        return runningText();
    }

    default String keptSaved() {
        return savedText();
    }

    /**
     * Lines as somebody would type them while editing, put in force.
     *
     * @throws IllegalArgumentException if the device refuses one
     */
    void type(String account, List<String> lines);

    void save();

    /** Comes up with the saved configuration; what was not saved is gone. */
    void restart();

    /** Whether the configuration in force has switched a port off. */
    boolean isClosed(String port);

    /** A harmless edit that nobody planned, for a fault. */
    List<String> strangersEdit();

    default Faults faults() {
        return chassis().faults();
    }
}
