package chaperone.server.fleet;

/**
 * Something that is known of a device as a whole is another now: whether what it runs is saved, whether it is agreed, whether
 * it is on its standard release. Published in the transaction that writes it down.
 */
public record StandingChangedEvent(Device device) {}
