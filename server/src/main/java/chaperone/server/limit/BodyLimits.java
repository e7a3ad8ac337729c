package chaperone.server.limit;

import chaperone.server.problem.BodyTooLargeException;
import chaperone.server.problem.ProblemAnswer;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.regex.Pattern;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * How much of a request's body is read at the most: little before somebody has logged in, more only where a
 * configuration or a list is expected. What is announced larger is refused unread; what is not announced is counted.
 */
public final class BodyLimits extends OncePerRequestFilter {
    private static final int BEFORE_LOG_IN = 4 * 1024;
    private static final int USUAL = 256 * 1024;

    private record Larger(Pattern path, int most) {}

    /** Escapes of JSON make a text up to six times as long; nobody sends such ones, so twice is enough. */
    private static final List<Larger> LARGER = List.of(
            new Larger(Pattern.compile("/api/compare(/structure|/rows\\.\\w+|/diff(/masked)?)?"), 34 * 1024 * 1024),
            new Larger(Pattern.compile("/api/platforms/[^/]+/first-contact/check"), 9 * 1024 * 1024),
            new Larger(Pattern.compile("/api/platforms/[^/]+/read"), 9 * 1024 * 1024),
            new Larger(Pattern.compile("/api/platforms/.*"), 1024 * 1024),
            // Images are passed on as they come, and never held.
            new Larger(Pattern.compile("/api/images"), 1024 * 1024 * 1024),
            new Larger(Pattern.compile("/api/past-configurations(/preview)?"), 64 * 1024 * 1024),
            new Larger(Pattern.compile("/api/imports(/columns|/preview)?"), 4 * 1024 * 1024),
            new Larger(Pattern.compile("/api/(copies|devices/edit|map/places)"), 2 * 1024 * 1024));

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain next)
            throws ServletException, IOException {
        int most = most(request);
        if (request.getContentLengthLong() <= most) {
            next.doFilter(new Counted(request, most), response);
            return;
        }
        // What was announced is not read at all: the connection ends with the answer.
        response.setHeader("Connection", "close");
        ProblemAnswer.write(
                response,
                HttpStatus.CONTENT_TOO_LARGE,
                "too-large",
                new BodyTooLargeException(most).getMessage() + ".",
                "Send less; nothing was read.");
    }

    private static int most(HttpServletRequest request) {
        Authentication who = SecurityContextHolder.getContext().getAuthentication();
        if (who == null || !who.isAuthenticated()) return BEFORE_LOG_IN;
        String path = request.getRequestURI();
        return LARGER.stream()
                .filter(each -> each.path().matcher(path).matches())
                .findFirst()
                .map(Larger::most)
                .orElse(USUAL);
    }

    private static final class Counted extends HttpServletRequestWrapper {
        private final int most;

        Counted(HttpServletRequest request, int most) {
            super(request);
            this.most = most;
        }

        @Override
        public ServletInputStream getInputStream() throws IOException {
            return new CountedStream(super.getInputStream(), most);
        }

        @Override
        public BufferedReader getReader() throws IOException {
            return new BufferedReader(new InputStreamReader(getInputStream(), StandardCharsets.UTF_8));
        }
    }

    private static final class CountedStream extends ServletInputStream {
        private final ServletInputStream in;
        private final int most;
        private int read;

        CountedStream(ServletInputStream in, int most) {
            this.in = in;
            this.most = most;
        }

        @Override
        public int read() throws IOException {
            int next = in.read();
            if (next >= 0) count(1);
            return next;
        }

        @Override
        public int read(byte[] into, int offset, int length) throws IOException {
            int taken = in.read(into, offset, length);
            if (taken > 0) count(taken);
            return taken;
        }

        private void count(int taken) throws BodyTooLargeException {
            read += taken;
            if (read > most) throw new BodyTooLargeException(most);
        }

        @Override
        public boolean isFinished() {
            return in.isFinished();
        }

        @Override
        public boolean isReady() {
            return in.isReady();
        }

        @Override
        public void setReadListener(ReadListener listener) {
            in.setReadListener(listener);
        }
    }
}
