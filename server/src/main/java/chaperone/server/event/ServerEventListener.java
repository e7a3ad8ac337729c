package chaperone.server.event;

/** Whoever wants to know what happened, in this process or another one. What one of them throws holds up no other. */
public interface ServerEventListener {
    void heard(ServerEvent heard);
}
