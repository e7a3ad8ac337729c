package chaperone.server.revision;

import chaperone.server.fleet.Device;

/** What counts of a device's revisions was said anew: its noise has changed, or one counts as whole now. Told within that transaction. */
public record RevisionsSettledEvent(Device device) {}
