package chaperone.server.standard;

/** Devices are judged by something else from now on. */
record StandardPublishedEvent() {}
