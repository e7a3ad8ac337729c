package chaperone.server.finding;

/** Which findings are asked for, by what became of them. */
enum WantedFindings {
    OPEN,
    EXCEPTED,
    /** Open or excepted. */
    STANDING,
    CLOSED
}
