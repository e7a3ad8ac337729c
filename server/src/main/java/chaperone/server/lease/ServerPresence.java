package chaperone.server.lease;

/** Which server processes there are. */
public interface ServerPresence {

    /** The name of this process, another one after each start. */
    String name();

    /** Whether the process of this name still lives. */
    boolean isAlive(String server);
}
