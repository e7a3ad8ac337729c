package chaperone.server.repeat;

import chaperone.server.problem.BodyTooLargeException;
import chaperone.server.problem.ProblemAnswer;
import chaperone.server.repeat.RepeatedRequests.Answer;
import chaperone.server.repeat.RepeatedRequests.Known;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.BufferedReader;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Arrays;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.util.ContentCachingResponseWrapper;

/**
 * A request with an {@code Idempotency-Key} is carried out once, however often it comes: the next ones get the first one's
 * answer (draft-ietf-httpapi-idempotency-key-header). For what alters devices, whose answers hold no secret.
 */
public final class RepeatFilter extends OncePerRequestFilter {
    static final String HEADER = "Idempotency-Key";
    private static final Set<String> METHODS = Set.of("POST", "PUT", "DELETE");
    private static final Pattern PATHS = Pattern.compile(
            "/api/(changes|change-edits|copies|freezes|rollouts|devices/edit|devices/[^/]+/agreed|devices/[^/]+/configuration/edits|blocks/edits|saves|templates/[^/]+/edits)(/.*)?");
    private static final Pattern KEY = Pattern.compile("[\\x21-\\x7E]{1,200}");

    private final RepeatedRequests requests;

    public RepeatFilter(RepeatedRequests requests) {
        this.requests = requests;
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return request.getHeader(HEADER) == null || !METHODS.contains(request.getMethod());
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain next)
            throws ServletException, IOException {
        Authentication who = SecurityContextHolder.getContext().getAuthentication();
        String key = request.getHeader(HEADER);
        if (!PATHS.matcher(request.getRequestURI()).matches()) {
            refuse(response, "This request takes no Idempotency-Key.", "Send it without, and look what came of it.");
            return;
        }
        if (!KEY.matcher(key).matches()) {
            refuse(response, "An Idempotency-Key is 1 to 200 letters, digits and signs.", "Send another one.");
            return;
        }
        byte[] body;
        try {
            body = request.getInputStream().readAllBytes();
        } catch (BodyTooLargeException e) {
            ProblemAnswer.write(
                    response, HttpStatus.CONTENT_TOO_LARGE, "too-large", e.getMessage() + ".", "Send less.");
            return;
        }
        byte[] fingerprint = fingerprint(request, body);
        String account = who == null ? "" : who.getName();
        Optional<Known> known = requests.begin(account, key, fingerprint);
        if (known.isPresent()) again(known.get(), fingerprint, response);
        else first(account, key, new Read(request, body), response, next);
    }

    private void first(
            String account, String key, HttpServletRequest request, HttpServletResponse response, FilterChain next)
            throws ServletException, IOException {
        ContentCachingResponseWrapper answer = new ContentCachingResponseWrapper(response);
        boolean isAnswered = false;
        try {
            next.doFilter(request, answer);
            // What the server could not do is not done: the next one may be luckier.
            isAnswered = answer.getStatus() < HttpStatus.INTERNAL_SERVER_ERROR.value()
                    && answer.getStatus() != HttpStatus.TOO_MANY_REQUESTS.value();
        } finally {
            if (isAnswered)
                requests.answered(
                        account,
                        key,
                        new Answer(
                                answer.getStatus(),
                                answer.getContentType() == null ? "" : answer.getContentType(),
                                answer.getContentAsByteArray()));
            else requests.forget(account, key);
            answer.copyBodyToResponse();
        }
    }

    private static void again(Known known, byte[] fingerprint, HttpServletResponse response) throws IOException {
        if (!Arrays.equals(known.fingerprint(), fingerprint)) {
            refuse(
                    response,
                    "Under this Idempotency-Key another request was sent.",
                    "Send this one under another key.");
        } else if (known.answer().isEmpty()) {
            ProblemAnswer.write(
                    response,
                    HttpStatus.CONFLICT,
                    "not-answered-yet",
                    "The first request under this Idempotency-Key is not answered yet, or the server ended in the middle.",
                    "Look what came of it before you send another one.");
        } else {
            Answer answer = known.answer().get();
            response.setStatus(answer.status());
            if (!answer.contentType().isEmpty()) response.setContentType(answer.contentType());
            response.setHeader("Repeated-Answer", "true");
            response.getOutputStream().write(answer.body());
        }
    }

    private static void refuse(HttpServletResponse response, String meaning, String advice) throws IOException {
        ProblemAnswer.write(response, HttpStatus.UNPROCESSABLE_CONTENT, "idempotency-key", meaning, advice);
    }

    private static byte[] fingerprint(HttpServletRequest request, byte[] body) {
        try {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            String query = request.getQueryString() == null ? "" : request.getQueryString();
            String line = request.getMethod() + "\n" + request.getRequestURI() + "\n" + query + "\n";
            digest.update(line.getBytes(StandardCharsets.UTF_8));
            return digest.digest(body);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    /** A request whose body was read already. */
    private static final class Read extends HttpServletRequestWrapper {
        private final byte[] body;

        Read(HttpServletRequest request, byte[] body) {
            super(request);
            this.body = body;
        }

        @Override
        public ServletInputStream getInputStream() {
            return new Bytes(new ByteArrayInputStream(body));
        }

        @Override
        public BufferedReader getReader() {
            return new BufferedReader(new InputStreamReader(getInputStream(), StandardCharsets.UTF_8));
        }
    }

    private static final class Bytes extends ServletInputStream {
        private final ByteArrayInputStream in;

        Bytes(ByteArrayInputStream in) {
            this.in = in;
        }

        @Override
        public int read() {
            return in.read();
        }

        @Override
        public boolean isFinished() {
            return in.available() == 0;
        }

        @Override
        public boolean isReady() {
            return true;
        }

        @Override
        public void setReadListener(ReadListener listener) {
            throw new IllegalStateException("It is here already");
        }
    }
}
