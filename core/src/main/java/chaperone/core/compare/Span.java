package chaperone.core.compare;

/** A piece of a line, and whether it differs from the line on the other side. */
public record Span(String text, boolean changed) {}
