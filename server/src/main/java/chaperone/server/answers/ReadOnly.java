package chaperone.server.answers;

import chaperone.core.platform.Platform;
import chaperone.server.problem.ProblemException;
import org.springframework.http.HttpStatus;

/** Nothing is asked of devices that is not known to only read. */
public final class ReadOnly {
    private ReadOnly() {}

    /**
     * @param field what the request is called where it was written
     * @throws ProblemException saying what only reads on this platform
     */
    public static void check(String field, String request, Platform platform) {
        if (platform.onlyReads(request)) return;
        String known = platform.readOnly()
                .map(pattern -> "What only reads there fits " + pattern
                        + ", but for what shows a configuration: other clauses judge that.")
                .orElse("The platform does not say what only reads there (\"read-only\").");
        throw new ProblemException(
                HttpStatus.UNPROCESSABLE_CONTENT,
                "not-read-only",
                field + ": \"" + request.strip() + "\" is not known to only read on a " + platform.title() + ".",
                known);
    }
}
