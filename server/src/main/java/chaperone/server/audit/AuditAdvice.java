package chaperone.server.audit;

import jakarta.servlet.http.HttpServletRequest;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.aopalliance.intercept.MethodInterceptor;
import org.aopalliance.intercept.MethodInvocation;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.core.annotation.AnnotationUtils;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionStatus;
import org.springframework.transaction.support.DefaultTransactionDefinition;
import org.springframework.web.context.request.RequestContextHolder;
import org.springframework.web.context.request.ServletRequestAttributes;
import org.springframework.web.servlet.HandlerMapping;

/** Carries out what a request asks for together with its entry in the audit log. */
final class AuditAdvice implements MethodInterceptor {
    /** Set on a request whose entry has been written. */
    static final String RECORDED = AuditAdvice.class.getName();

    // Asked for when they are needed: advice is made before the beans that it is for.
    private final ObjectProvider<AuditLog> log;
    private final ObjectProvider<PlatformTransactionManager> transactions;

    AuditAdvice(ObjectProvider<AuditLog> log, ObjectProvider<PlatformTransactionManager> transactions) {
        this.log = log;
        this.transactions = transactions;
    }

    @Override
    public Object invoke(MethodInvocation call) throws Throwable {
        Audited audited = AnnotationUtils.findAnnotation(call.getMethod(), Audited.class);
        Optional<HttpServletRequest> request = request();
        if (audited == null || request.isEmpty()) return call.proceed();
        return switch (audited.when()) {
            case TOGETHER -> together(call, audited, request.get());
            case BEFORE -> {
                record(audited, request.get(), AuditOutcome.DONE);
                yield call.proceed();
            }
            case AROUND -> {
                log.getObject().record(entry(audited, request.get(), AuditOutcome.BEGUN));
                yield call.proceed();
            }
            case AFTER -> after(call, audited, request.get());
        };
    }

    private Object together(MethodInvocation call, Audited audited, HttpServletRequest request) throws Throwable {
        PlatformTransactionManager manager = transactions.getObject();
        TransactionStatus transaction = manager.getTransaction(new DefaultTransactionDefinition());
        Object result;
        try {
            result = call.proceed();
            log.getObject().record(entry(audited, request, AuditOutcome.DONE));
        } catch (Throwable e) {
            manager.rollback(transaction);
            throw e;
        }
        manager.commit(transaction);
        request.setAttribute(RECORDED, true);
        return result;
    }

    private Object after(MethodInvocation call, Audited audited, HttpServletRequest request) throws Throwable {
        Object result = call.proceed();
        try {
            record(audited, request, AuditOutcome.DONE);
        } catch (RuntimeException e) {
            var session = request.getSession(false);
            if (session != null) session.invalidate();
            SecurityContextHolder.clearContext();
            throw e;
        }
        return result;
    }

    private void record(Audited audited, HttpServletRequest request, AuditOutcome outcome) {
        log.getObject().record(entry(audited, request, outcome));
        request.setAttribute(RECORDED, true);
    }

    static AuditedAction entry(Audited audited, HttpServletRequest request, AuditOutcome outcome) {
        Actor actor = Actor.of(request);
        return new AuditedAction(
                actor.name(),
                actor.token(),
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

    private static Optional<HttpServletRequest> request() {
        return RequestContextHolder.getRequestAttributes() instanceof ServletRequestAttributes attributes
                ? Optional.of(attributes.getRequest())
                : Optional.empty();
    }
}
