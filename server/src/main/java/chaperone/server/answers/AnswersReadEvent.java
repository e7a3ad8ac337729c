package chaperone.server.answers;

/** A device answered something that may be another than before. Published when that is kept. */
public record AnswersReadEvent(long device) {}
