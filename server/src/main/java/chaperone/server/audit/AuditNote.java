package chaperone.server.audit;

import org.springframework.web.context.request.RequestAttributes;
import org.springframework.web.context.request.RequestContextHolder;

/** More that the log is to say of the request in hand: what cannot be read from its path. Never a secret. */
public final class AuditNote {
    private static final String NAME = AuditNote.class.getName();

    private AuditNote() {}

    /** Outside of a request there is nothing to note it on. */
    public static void add(String text) {
        RequestAttributes request = RequestContextHolder.getRequestAttributes();
        if (request == null) return;
        Object before = request.getAttribute(NAME, RequestAttributes.SCOPE_REQUEST);
        request.setAttribute(NAME, before == null ? text : before + "; " + text, RequestAttributes.SCOPE_REQUEST);
    }

    static String of(jakarta.servlet.ServletRequest request) {
        return request.getAttribute(NAME) instanceof String text ? text : "";
    }
}
