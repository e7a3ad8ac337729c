package chaperone.server.revision;

import chaperone.server.fleet.Device;

/** A copy brought a new running configuration; told within the transaction that stores it. */
public record RunningChangedEvent(Device device) {}
