package chaperone.server.problem;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;

/** Problem details (RFC 9457) from filters, which answer before the handler of problems is reached. */
public final class ProblemAnswer {
    private ProblemAnswer() {}

    /** @param meaning and {@code advice} are our own words: they hold nothing that must be escaped in JSON */
    public static void write(
            HttpServletResponse response, HttpStatus status, String code, String meaning, String advice)
            throws IOException {
        if (response.isCommitted()) return;
        response.setStatus(status.value());
        response.setContentType("application/problem+json");
        String json = "{\"title\":\"%s\",\"status\":%d,\"detail\":\"%s\",\"code\":\"%s\",\"advice\":\"%s\"}"
                .formatted(status.getReasonPhrase(), status.value(), meaning, code, advice);
        response.getOutputStream().write(json.getBytes(StandardCharsets.UTF_8));
    }

    public static void write(
            HttpServletResponse response,
            HttpStatus status,
            String code,
            String meaning,
            String advice,
            Duration retryAfter)
            throws IOException {
        if (!response.isCommitted())
            response.setHeader(HttpHeaders.RETRY_AFTER, Long.toString(Math.max(1, retryAfter.toSeconds())));
        write(response, status, code, meaning, advice);
    }
}
