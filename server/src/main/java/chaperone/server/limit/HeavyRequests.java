package chaperone.server.limit;

import chaperone.server.problem.ProblemAnswer;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.security.Principal;
import java.time.Duration;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;
import org.springframework.web.servlet.AsyncHandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Which requests are heavy: they take turns, or are told when to come again. */
@Configuration(proxyBeanMethods = false)
class HeavyRequests implements WebMvcConfigurer, AsyncHandlerInterceptor {
    private static final Duration LONGEST_WAIT = Duration.ofSeconds(5);
    private static final String TURN = HeavyRequests.class.getName();

    private final HeavyWork work = new HeavyWork(2 * Runtime.getRuntime().availableProcessors(), 2, LONGEST_WAIT);

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this)
                .addPathPatterns(
                        "/api/compare/**",
                        "/api/compare",
                        "/api/devices/*/revisions/*/lines",
                        "/api/devices/*/revisions/*/lines/*/reason",
                        "/api/devices/*/revisions/*/lines/*/clause",
                        "/api/devices/*/revisions/*/outline",
                        "/api/devices/*/revisions/*/origins",
                        "/api/devices/*/revisions/*/parts",
                        "/api/devices/*/agreed",
                        "/api/changes/*/preview",
                        "/api/changes/*/devices/*/comparison",
                        "/api/changes/*/runs/*/devices/*",
                        "/api/changes/*/report.*",
                        "/api/standards/*/findings/*/*",
                        "/api/standards/*/results",
                        "/api/standards/*/matrix",
                        "/api/standards/*/report.*",
                        "/api/standards/*/versions/*/difference",
                        "/api/findings/list.*",
                        "/api/standards/*/trend",
                        "/api/reviews",
                        "/api/reviews/*/report.*",
                        "/api/standards/trial",
                        "/api/standards/fleet-trial",
                        "/api/standards/past-trial",
                        "/api/changes/*/clause-trial",
                        "/api/site-values/*",
                        "/api/standards/*/exceptions",
                        "/api/images",
                        "/api/templates/*",
                        "/api/templates/*/fill",
                        "/api/templates/*/edits",
                        "/api/devices/*/ports",
                        "/api/devices/*/typed-lines",
                        "/api/devices/*/output",
                        "/api/devices/*/configuration",
                        "/api/devices/*/configuration/*",
                        "/api/blocks",
                        "/api/blocks/edits",
                        "/api/platforms/*/read",
                        "/api/platforms/*/first-contact/check",
                        "/api/noise-patterns/effect",
                        "/api/search/*",
                        "/api/history/changes.*",
                        "/api/devices.*",
                        "/api/audit.*",
                        "/api/jobs/*/lines.*",
                        "/api/exports/*",
                        "/api/past-configurations",
                        "/api/past-configurations/*",
                        "/api/imports",
                        "/api/imports/*",
                        "/api/consoles/*");
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler)
            throws IOException {
        // An answer that is streamed comes here again when it has been written: it has its turn.
        if (request.getAttribute(TURN) != null) return true;
        Principal who = request.getUserPrincipal();
        try {
            Optional<HeavyWork.Turn> turn = work.enter(who == null ? "" : who.getName());
            turn.ifPresent(mine -> request.setAttribute(TURN, mine));
            if (turn.isPresent()) return true;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        ProblemAnswer.write(
                response,
                HttpStatus.TOO_MANY_REQUESTS,
                "busy",
                "The server is busy with work like this, yours or others'.",
                "Try again in a few seconds.",
                LONGEST_WAIT);
        return false;
    }

    @Override
    public void afterCompletion(
            HttpServletRequest request, HttpServletResponse response, Object handler, @Nullable Exception e) {
        if (request.getAttribute(TURN) instanceof HeavyWork.Turn turn) {
            request.removeAttribute(TURN);
            turn.end();
        }
    }
}
