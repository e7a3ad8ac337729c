package chaperone.server.past;

import java.time.Instant;
import java.util.Optional;

/**
 * One version of a file as somebody kept it.
 *
 * @param path with {@code /} between its folders
 * @param at when it was written, as the archive or the repository says
 * @param isCommitted whether that is the moment of a commit
 * @param author as a repository names them, or empty
 * @param content nothing if it is longer than any configuration
 */
record KeptFile(String path, Optional<Instant> at, boolean isCommitted, String author, Optional<byte[]> content) {
    /** In bytes. */
    static final int LONGEST = 8 * 1024 * 1024;
}
