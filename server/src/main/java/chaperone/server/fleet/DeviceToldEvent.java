package chaperone.server.fleet;

/** A device said of itself what it is; published in the transaction that writes it down. */
public record DeviceToldEvent(Device device) {}
