package chaperone.standins.demo;

import java.time.Instant;

/** A log message of the past, and when it would have been received. */
public record PastMessage(Instant at, String text) {}
