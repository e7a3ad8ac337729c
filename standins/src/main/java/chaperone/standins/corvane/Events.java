package chaperone.standins.corvane;

import chaperone.standins.ssh.Visit;

/** What a switch tells the outside of a session. */
public interface Events {
    void loggedIn(CorvaneSwitch device, Visit visit);

    /** The configuration was edited and editing has ended. */
    void edited(CorvaneSwitch device, Visit visit);

    /** Somebody asked the device to restart. */
    void restart(CorvaneSwitch device, Visit visit);
}
