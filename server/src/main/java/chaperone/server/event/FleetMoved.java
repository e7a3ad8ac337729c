package chaperone.server.event;

/** A transaction of this process that moved the fleet was committed just now: sooner than {@link Heard} tells it. */
public record FleetMoved() {}
