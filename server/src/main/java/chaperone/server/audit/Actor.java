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
record Actor(String name, String token) {
    static final Actor NOBODY = new Actor("", "");

    private static final String BEFORE = Actor.class.getName();

    static void remember(HttpServletRequest request) {
        if (request.getAttribute(BEFORE) == null) request.setAttribute(BEFORE, now());
    }

    /** Who asked when the request came, or who the request logged in. */
    static Actor of(HttpServletRequest request) {
        Actor before = request.getAttribute(BEFORE) instanceof Actor actor ? actor : NOBODY;
        return before.name().isEmpty() ? now() : before;
    }

    static Actor now() {
        Authentication who = SecurityContextHolder.getContext().getAuthentication();
        if (who == null || who instanceof AnonymousAuthenticationToken) return NOBODY;
        return new Actor(who.getName(), who.getDetails() instanceof TokenName token ? token.name() : "");
    }
}
