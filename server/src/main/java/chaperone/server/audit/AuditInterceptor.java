package chaperone.server.audit;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;

/** Puts requests that ended without being done into the audit log, and how it ended what reached out of the database. */
@Component
class AuditInterceptor implements HandlerInterceptor {
    private static final Logger LOG = LoggerFactory.getLogger(AuditInterceptor.class);

    private final AuditLog log;

    AuditInterceptor(AuditLog log) {
        this.log = log;
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        // Who logs out is not there any more afterwards.
        Actor.remember(request);
        return true;
    }

    @Override
    public void afterCompletion(
            HttpServletRequest request, HttpServletResponse response, Object handler, @Nullable Exception e) {
        Optional<Audited> audited = audited(handler);
        if (audited.isEmpty() || request.getAttribute(AuditAdvice.RECORDED) != null) return;
        AuditOutcome outcome = e == null ? AuditOutcome.of(response.getStatus()) : AuditOutcome.FAILED;
        try {
            log.record(AuditAdvice.entry(audited.get(), request, outcome));
        } catch (RuntimeException failed) {
            LOG.error("Not in the audit log: {} ended as {}", audited.get().value(), outcome, failed);
        }
    }

    private static Optional<Audited> audited(Object handler) {
        if (!(handler instanceof HandlerMethod method)) return Optional.empty();
        return Optional.ofNullable(method.getMethodAnnotation(Audited.class));
    }
}
