package chaperone.server.audit;

import jakarta.servlet.http.HttpServletRequest;
import org.springframework.security.authentication.AnonymousAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;

/**
 * Who asks.
 *
 * @param name the account's; empty if nobody is logged in
 * @param token the name of the token that a program came with; empty for a person
 */
record Asker(String name, String token) {
    static final Asker NOBODY = new Asker("", "");

    private static final String BEFORE = Asker.class.getName();

    static void remember(HttpServletRequest request) {
        if (request.getAttribute(BEFORE) == null) request.setAttribute(BEFORE, now());
    }

    /** Who asked when the request came, or who the request logged in. */
    static Asker of(HttpServletRequest request) {
        Asker before = request.getAttribute(BEFORE) instanceof Asker asker ? asker : NOBODY;
        return before.name().isEmpty() ? now() : before;
    }

    static Asker now() {
        Authentication who = SecurityContextHolder.getContext().getAuthentication();
        if (who == null || who instanceof AnonymousAuthenticationToken) return NOBODY;
        return new Asker(who.getName(), who.getDetails() instanceof TokenName token ? token.name() : "");
    }
}
