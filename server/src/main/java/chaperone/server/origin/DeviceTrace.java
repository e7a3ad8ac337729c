package chaperone.server.origin;

import chaperone.core.origin.Trace;
import chaperone.core.origin.Visitor;
import java.time.Instant;

/** What a device said by a log message of somebody who was there. */
public record DeviceTrace(long device, Trace.Kind kind, Visitor visitor, Instant at) {}
