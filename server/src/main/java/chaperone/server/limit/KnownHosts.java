package chaperone.server.limit;

import chaperone.server.Settings;
import chaperone.server.problem.ProblemAnswer;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Answers only under the names that the server was given: another site that makes its own name lead here (DNS rebinding)
 * gets nothing.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 5)
class KnownHosts extends OncePerRequestFilter {
    private static final List<String> ALWAYS = List.of("localhost", "127.0.0.1", "[::1]", "::1", "[0:0:0:0:0:0:0:1]");

    private final Set<String> known = new HashSet<>(ALWAYS);

    KnownHosts(Settings settings) {
        settings.hosts().stream()
                .map(host -> host.strip().toLowerCase(Locale.ROOT))
                .forEach(known::add);
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain next)
            throws ServletException, IOException {
        if (known.contains(request.getServerName().toLowerCase(Locale.ROOT))) {
            next.doFilter(request, response);
            return;
        }
        ProblemAnswer.write(
                response,
                HttpStatus.MISDIRECTED_REQUEST,
                "other-host",
                "This server is not known under that name.",
                "Use one of its own names; an administrator sets them with CHAPERONE_HOSTS.");
    }
}
