package chaperone.server.event;

/** A transaction of this process that moved the fleet was committed just now: sooner than {@link ServerEvent} tells it. */
public record FleetChangedEvent() {}
