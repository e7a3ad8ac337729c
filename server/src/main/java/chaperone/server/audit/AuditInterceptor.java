package chaperone.server.audit;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;

/** Puts every request that does something into the audit log when it has been answered. */
@Component
class AuditInterceptor implements HandlerInterceptor {
    private static final Logger LOG = LoggerFactory.getLogger(AuditInterceptor.class);
    private static final String BEFORE = AuditInterceptor.class.getName();

    private final AuditLog log;

    AuditInterceptor(AuditLog log) {
        this.log = log;
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        // Who logs out is not there any more afterwards.
        Asker asker = Asker.now();
        request.setAttribute(BEFORE, asker);
        Optional<Audited> audited = audited(handler).filter(Audited::first);
        audited.ifPresent(deed -> log.record(deed(request, deed, asker, AuditOutcome.DONE)));
        return true;
    }

    @Override
    public void afterCompletion(
            HttpServletRequest request, HttpServletResponse response, Object handler, @Nullable Exception e) {
        Optional<Audited> audited = audited(handler).filter(deed -> !deed.first());
        if (audited.isEmpty()) return;
        Asker before = request.getAttribute(BEFORE) instanceof Asker asker ? asker : Asker.NOBODY;
        Asker asker = before.name().isEmpty() ? Asker.now() : before;
        AuditOutcome outcome = e == null ? AuditOutcome.of(response.getStatus()) : AuditOutcome.FAILED;
        try {
            log.record(deed(request, audited.get(), asker, outcome));
        } catch (RuntimeException failed) {
            LOG.error("Not in the audit log: {} by {}", audited.get().value(), asker.name(), failed);
        }
    }

    private static Optional<Audited> audited(Object handler) {
        if (!(handler instanceof HandlerMethod method)) return Optional.empty();
        return Optional.ofNullable(method.getMethodAnnotation(Audited.class));
    }

    private static Deed deed(HttpServletRequest request, Audited audited, Asker asker, AuditOutcome outcome) {
        return new Deed(
                asker.name(),
                asker.token(),
                request.getRemoteAddr(),
                audited.value(),
                object(request),
                AuditNote.of(request),
                outcome);
    }

    private static String object(HttpServletRequest request) {
        Object variables = request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE);
        return variables instanceof Map<?, ?> map
                ? String.join(
                        " ",
                        new TreeMap<>(map)
                                .values().stream().map(String::valueOf).toList())
                : "";
    }
}
